<script lang="ts">
	import { MINUTE } from '$lib/core/time/local-time';
	import type { Suggestion } from '$lib/core/planner/suggest-visits';
	import { m } from '$lib/paraglide/messages';
	import { dateText, timeText } from '../parts/format/when';
	import { durationText, suggestionText } from './words';

	/** The suggestions by what is good about each. */
	let {
		suggestions,
		zone,
		picked = $bindable(),
	}: { suggestions: readonly Suggestion[]; zone: string; picked: number } = $props();

	/** The figure by which a suggestion is judged. */
	function figure({ name, visit }: Suggestion): string {
		const first = visit.placements[0]!.slot;
		const last = visit.placements.at(-1)!.slot;
		if (name === 'earliest') return timeText(last.end * MINUTE, zone);
		if (visit.dates > 1 || name === 'other-date')
			return dateText(first.start * MINUTE, zone).split(' ')[0]!;
		if (name === 'another') return timeText(first.start * MINUTE, zone);
		return durationText(last.end - first.start);
	}
</script>

{#if suggestions.length > 1}
	<div class="tabs-of-visit" role="radiogroup" aria-label={m.suggestions()}>
		{#each suggestions as suggestion, index (index)}
			<button
				type="button"
				role="radio"
				aria-checked={picked === index}
				onclick={() => (picked = index)}
			>
				<strong class="block font-display">{figure(suggestion)}</strong>
				<span class="text-small">{suggestionText(suggestion.name)}</span>
			</button>
		{/each}
	</div>
{/if}

<style>
	.tabs-of-visit {
		display: flex;
		gap: 1.25rem;
		margin-block-end: 1.25rem;
		border-block-end: 1px solid var(--color-base-300);
		overflow-x: auto;
	}
	button {
		flex: none;
		padding-block: 0.25rem 0.5rem;
		border-block-end: 3px solid transparent;
		text-align: start;
		cursor: pointer;
	}
	button[aria-checked='true'] {
		border-color: var(--color-primary);
	}
	button[aria-checked='false'] {
		color: var(--color-neutral);
	}
</style>
