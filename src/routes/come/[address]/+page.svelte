<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import Welcome from '$lib/ui/look/Welcome.svelte';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import { listText, localDateText } from '$lib/ui/parts/format/when';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { bookingTexts } from '$lib/ui/sharing/words-to-send';

	/** The door of a conference that is open to more than the families on the list. */
	let { data, form } = $props();

	const { conference } = $derived(data);
	const booking = $derived(bookingTexts(data).join(' '));
	let email = $derived(form?.typed?.['email'] ?? '');
</script>

<svelte:head><title>{conference.name} · {data.school}</title></svelte:head>

<CalmPage title={conference.name} school={data.school}>
	<Welcome />
	<p class="mb-2">{listText(data.dates.map((date) => localDateText(date)))}</p>
	{#if booking}<p class="mb-4">{booking}</p>{/if}
	{#if conference.words}
		<p class="as-typed mb-4 whitespace-pre-line">{conference.words}</p>
	{/if}
	{#if data.isIn}
		<p class="mb-6">
			<a class="link" href="/visit/{conference.address}">{m.come_is_in()}</a>
		</p>
	{/if}
	{#if form?.said}
		<p role="status">{form.said}</p>
	{:else}
		<form method="post" novalidate use:enhance>
			<TextField
				label={m.come_email()}
				id="email"
				type="email"
				width="input-lg w-full"
				autocomplete="email"
				hint={m.come_email_hint()}
				errors={form?.faults?.['email']}
				bind:value={email}
			/>
			<button class="btn btn-primary btn-lg w-full">{m.come_send()}</button>
		</form>
		<p class="mt-6 flex flex-wrap gap-x-5">
			<a class="link" href="/?code">{m.come_has_code()}</a>
			<a class="link" href="/guide/{conference.address}">{m.guide_link()}</a>
		</p>
	{/if}
</CalmPage>
