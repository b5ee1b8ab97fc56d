<script lang="ts">
	import { page } from '$app/state';
	import Printer from '@lucide/svelte/icons/printer';
	import { lettersMake, type Letter as LetterFacts } from '$lib/operations/messages';
	import { m } from '$lib/paraglide/messages';
	import Letter from '$lib/ui/register/Letter.svelte';
	import { ActOnce } from '$lib/ui/parts/saving/act-once.svelte';

	let { data } = $props();

	let letters = $state.raw<readonly LetterFacts[] | null>(null);
	let chosen = $state('');
	const act = new ActOnce();
	const classes = $derived([
		...new Set((letters ?? []).flatMap(({ children }) => children.map((one) => one.classLabel))),
	]);
	/** The family whose letter alone is wanted; `null`: all letters. */
	const only = $derived(page.url.searchParams.get('family'));
	let isByHand = $state(page.url.searchParams.get('only') === 'by-hand');
	const shown = $derived(
		(letters ?? []).filter(
			({ family, children, readsEmail }) =>
				(only === null || family === only) &&
				(!chosen || children.some(({ classLabel }) => classLabel === chosen)) &&
				!(isByHand && readsEmail),
		),
	);

	async function make() {
		const made = await act.perform(lettersMake, { conferenceId: data.conference.id });
		if (made?.ok) letters = made.letters;
	}
</script>

<svelte:head><title>{m.letters_title()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<div class="no-print max-w-3xl">
		<h1 class="mb-2 text-hour">{m.letters_title()}</h1>
		<p class="mb-4">{m.letters_about()}</p>
		{#if act.problem}<p class="mb-4 text-error" role="alert">{act.problem}</p>{/if}
		{#if letters === null}
			<button class="btn btn-primary" disabled={act.isBusy} onclick={make}
				>{m.letters_make()}</button
			>
		{:else}
			<div class="mb-6 flex flex-wrap items-end gap-4">
				<label>
					<span class="mb-1 block font-bold">{m.letters_class()}</span>
					<select class="select" bind:value={chosen}>
						<option value="">{m.letters_all_classes()}</option>
						{#each classes as label (label)}<option value={label}>{label}</option>{/each}
					</select>
				</label>
				<label class="flex min-h-10 items-center gap-2">
					<input class="checkbox" type="checkbox" bind:checked={isByHand} />
					{m.letters_by_hand()}
				</label>
				<button class="btn btn-primary" disabled={shown.length === 0} onclick={() => print()}>
					<Printer size={18} aria-hidden="true" />
					{m.letters_print({ count: shown.length })}
				</button>
			</div>
		{/if}
	</div>
	{#each shown as letter (letter.id)}
		<Letter
			{letter}
			school={data.school}
			conference={data.conference}
			dates={data.dates}
			origin={data.origin}
		/>
	{/each}
</div>
