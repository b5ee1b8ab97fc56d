<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import NewcomerFields from '$lib/ui/newcomers/NewcomerFields.svelte';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';
	import { momentText } from '$lib/ui/parts/format/when';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	/** Where the link leads that shows whose an e-mail address is. */
	let { data, form } = $props();

	const { who } = $derived(data);
	const faults = $derived(form?.faults ?? {});
	const title = $derived(who.is === 'waiting' ? m.come_waits_title() : who.conference.name);
</script>

<svelte:head><title>{title} · {data.school}</title></svelte:head>

<CalmPage {title} school={data.school}>
	{#if who.is === 'waiting'}
		<p role="status">
			{m.come_waits_since({ moment: momentText(who.since, who.zone), email: who.email })}
		</p>
	{:else}
		{#if form?.problem && Object.keys(faults).length === 0}
			<p class="mb-4 text-error" role="alert">{form.problem}</p>
		{/if}
		<!-- A program that scans mail opens the link and no more. -->
		<form method="post" novalidate use:enhance>
			{#if who.is === 'known'}
				<p class="mb-6 wrap-anywhere">{m.come_known({ school: data.school, email: who.email })}</p>
				<button class="btn btn-primary btn-lg w-full">{m.come_open()}</button>
			{:else}
				<p class="mb-6 wrap-anywhere">
					{who.isAsked
						? m.come_new_asked({ school: data.school, email: who.email })
						: m.come_new({ email: who.email })}
				</p>
				<NewcomerFields classes={who.classes} {faults} typed={form?.typed ?? {}} />
				<button class="btn btn-primary btn-lg w-full">
					{who.isAsked ? m.come_ask() : m.come_go()}
				</button>
			{/if}
		</form>
	{/if}
</CalmPage>
