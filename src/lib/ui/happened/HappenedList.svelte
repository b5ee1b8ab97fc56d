<script lang="ts">
	import { seatsUndo } from '$lib/operations/seats';
	import { visitUndo } from '$lib/operations/visits';
	import type { Happening } from '$lib/operations/happened';
	import { groupBy } from '$lib/core/group-by';
	import { m } from '$lib/paraglide/messages';
	import { doneActs } from '../office/done-acts.svelte';
	import { dateText, timeText } from '../parts/format/when';
	import { ActOnce } from '../parts/saving/act-once.svelte';
	import { undoRefusedText } from '../parts/saving/undo-refused-text';
	import { happenedText } from './happened-text';

	/** What happened, the newest first, by day; what can be taken back has a button, the rest says why not. */
	let {
		happenings,
		zone,
		familyHref,
		reload,
	}: {
		happenings: readonly Happening[];
		zone: string;
		/** Where a family's sheet is; missing: this is one. */
		familyHref?: (family: string) => string;
		reload: () => Promise<void>;
	} = $props();

	const done = doneActs();
	const act = new ActOnce({ after: () => reload() });
	/** What could not be taken back after all, by its id. */
	let refused = $state.raw<{ readonly id: string; readonly text: string } | null>(null);

	const days = $derived([...groupBy(happenings, ({ at }) => dateText(at, zone))]);

	async function takeBack({ id, kind }: Happening) {
		const undo = kind.startsWith('seats.') ? seatsUndo : visitUndo;
		const outcome = await act.perform(undo, { act: id });
		refused = outcome?.ok === false ? { id, text: undoRefusedText(outcome.reason) } : null;
		if (outcome?.ok) done.did(m.undo_done(), outcome.act, undo);
	}
</script>

{#if act.problem}<p class="text-error" role="alert">{act.problem}</p>{/if}
{#each days as [day, own] (day)}
	<h3 class="mt-3 mb-1 text-small font-bold">{day}</h3>
	<ol>
		{#each own as happening (happening.id)}
			<li class="flex gap-3 border-t border-base-300 py-1.5 text-small">
				<span class="quiet w-14 flex-none">{timeText(happening.at, zone)}</span>
				<span class="min-w-0 grow">
					{happenedText(happening, zone)}
					{#if familyHref}
						{#each happening.families as { id, label } (id)}
							<a class="link" href={familyHref(id)}>{m.happened_open({ family: label })}</a>
						{/each}
					{/if}
					{#if happening.takingBack === 'possible'}
						<button
							type="button"
							class="link no-print"
							disabled={act.isBusy}
							onclick={() => takeBack(happening)}>{m.undo()}</button
						>
					{:else if happening.takingBack === 'newer'}
						<span class="quiet">{m.happened_newer()}</span>
					{:else if happening.takingBack === 'undone'}
						<span class="quiet">{m.happened_was_undone()}</span>
					{/if}
					{#if refused?.id === happening.id}
						<span class="text-error" role="alert">{refused.text}</span>
					{/if}
				</span>
			</li>
		{/each}
	</ol>
{:else}
	<p class="quiet text-small">{m.happened_nothing()}</p>
{/each}
