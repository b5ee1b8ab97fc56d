<script lang="ts">
	import type { Suggestion } from '$lib/core/planner/suggest-visits';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import { listText, timeText, weekdayText } from '../parts/format/when';
	import { suggestedEntries } from './ribbon-entry';
	import { differenceText, type WholeVisit } from './suggestion-difference';
	import { suggestionText } from './words';

	/** The suggestions by what is good about each, and how the picked one differs from the first. */
	let {
		view,
		suggestions,
		picked = $bindable(),
	}: { view: FamilyProjection; suggestions: readonly Suggestion[]; picked: number } = $props();

	const id = $props.id();
	const zone = $derived(view.conference.timeZone);
	const visits = $derived(
		suggestions.map(({ visit }): WholeVisit => ({
			entries: suggestedEntries(view, visit),
			waiting: visit.waiting,
		})),
	);
	const daysOf = ({ entries }: WholeVisit) => [...new Set(entries.map(({ date }) => date))];
	const isOneDate = $derived(new Set(visits.flatMap(daysOf)).size === 1);

	/** When one comes and goes, the same of each: `Thu 18:00–19:10`, or of several dates `Thu and Fri`. */
	function spanText(visit: WholeVisit): string {
		const days = daysOf(visit).map((date) => weekdayText(date));
		if (days.length !== 1) return listText(days);
		const { start } = visit.entries[0]!;
		const { end } = visit.entries.at(-1)!;
		const span = `${timeText(start, zone)}–${timeText(end, zone)}`;
		return isOneDate ? span : `${days[0]} ${span}`;
	}
</script>

{#if suggestions.length > 1}
	<fieldset class="mb-5">
		<legend class="sr-only">{m.suggestions()}</legend>
		<div class="tabs-of-visit">
			{#each suggestions as { name }, index (index)}
				<label class="tab-of-visit">
					<input
						type="radio"
						class="sr-only"
						name="{id}-suggestion"
						value={index}
						bind:group={picked}
					/>
					<strong class="block font-display">{spanText(visits[index]!)}</strong>
					<span class="text-small">{suggestionText(name)}</span>
				</label>
			{/each}
		</div>
		{#if picked > 0 && visits[picked]}
			<p class="mt-2 text-small" role="status">
				{differenceText(visits[0]!, visits[picked]!, zone)}
			</p>
		{/if}
	</fieldset>
{/if}

<style>
	.tabs-of-visit {
		display: flex;
		flex-wrap: wrap;
		column-gap: 1.25rem;
		border-block-end: 1px solid var(--color-base-300);
	}
	.tab-of-visit {
		flex: none;
		min-block-size: 2.75rem;
		padding-block: 0.25rem 0.5rem;
		border-block-end: 3px solid transparent;
		color: var(--color-neutral);
		cursor: pointer;
	}
	.tab-of-visit:has(:checked) {
		border-color: var(--color-primary);
		color: inherit;
	}
	.tab-of-visit:has(:focus-visible) {
		outline: 2px solid var(--color-base-content);
		outline-offset: 2px;
	}
	@media (forced-colors: active) {
		.tab-of-visit {
			border-color: Canvas;
		}
		.tab-of-visit:has(:checked) {
			border-color: Highlight;
		}
	}
</style>
