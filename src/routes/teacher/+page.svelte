<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { navigating, page } from '$app/state';
	import { onMount, untrack } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import ConferenceDay from '$lib/ui/day/ConferenceDay.svelte';
	import ChooseTold from '$lib/ui/notices/ChooseTold.svelte';
	import PictureForm from '$lib/ui/register/PictureForm.svelte';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';

	let { data, form } = $props();

	const proof = $derived(page.url.searchParams.get('proof'));
	let confirming = $state<HTMLFormElement>();
	onMount(() => confirming?.requestSubmit());

	for (const { id } of untrack(() => data.conferences))
		followSeats(`/live/${id}`, () => {
			// Reading again would call off a step to another page that is being taken.
			if (!navigating.to) void invalidateAll();
		});
</script>

<svelte:head><title>{m.day_title()} · {data.school}</title></svelte:head>

<div class="mx-auto max-w-2xl px-5 pb-12">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<SchoolMark size={24} />
		{data.school}
	</header>
	<main>
		<h1 class="text-hour">{data.name}</h1>
		{#if form?.confirmed}
			<p class="mb-4" role="status">{m.day_address_confirmed()}</p>
		{:else if proof}
			<form method="post" action="/teacher?/confirm" bind:this={confirming} use:enhance>
				<input type="hidden" name="proof" value={proof} />
				<button class="btn btn-outline btn-sm mb-4">{m.day_confirm_address()}</button>
			</form>
		{/if}
		{#if form?.answerProblem}<p class="mb-4 text-error" role="alert">{form.answerProblem}</p>{/if}
		{#each data.conferences as conference (conference.id)}
			<ConferenceDay {conference} guide="/guide/{conference.address}/teachers" />
		{:else}
			<p>{m.day_none()}</p>
		{/each}
		<PictureForm
			picture={data.picture}
			problem={form && 'pictureProblem' in form ? form.pictureProblem : undefined}
			said={form && 'pictureSaid' in form ? form.pictureSaid : undefined}
			isOwn={true}
		/>
		<ChooseTold told={data.told} said={form && 'said' in form ? form.said : undefined} />
	</main>
</div>
