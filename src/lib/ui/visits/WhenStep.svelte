<script lang="ts">
	import { groupBy } from '$lib/core/group-by';
	import { MINUTE } from '$lib/core/time/local-of';
	import { familyVisitProblem, type FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import TimeInput from '../parts/dates/TimeInput.svelte';
	import { localDateText, timeText } from '../parts/format/when';
	import ThumbBar from './ThumbBar.svelte';
	import type { DayBounds, TimeWindow } from './windows';
	import { windowText } from './words';

	/** When the family can come: parts of each date as large chips; none ticked means any time. */
	let {
		view,
		windows,
		wishes,
		chosen = $bindable(),
		bounds = $bindable(),
		onnext,
	}: {
		view: FamilyProjection;
		windows: readonly TimeWindow[];
		/** Ids of the wishes that are asked for. */
		wishes: readonly string[];
		/** Where the ticked ones begin. */
		chosen: readonly number[];
		bounds: DayBounds;
		onnext: () => void;
	} = $props();

	const id = $props.id();
	const zone = $derived(view.conference.timeZone);
	const problem = $derived(familyVisitProblem(view, { wishes }));

	/** How many of the teachers asked for have something free in it. */
	const freeIn = ({ start, end }: TimeWindow): number => {
		const slots = problem.slots.filter(
			(slot) => slot.start * MINUTE >= start && slot.end * MINUTE <= end,
		);
		return problem.wishes.filter(({ desks }) => slots.some(({ desk }) => desks.includes(desk)))
			.length;
	};

	function toggle(start: number) {
		chosen = chosen.includes(start)
			? chosen.filter((other) => other !== start)
			: [...chosen, start];
	}
</script>

<h1 class="mb-1 text-hour" tabindex="-1">{m.when_title()}</h1>
<p class="quiet mb-6">{m.when_about()}</p>
{#each [...groupBy(windows, ({ date }) => date)] as [date, parts] (date)}
	<fieldset class="mb-6">
		<legend class="mb-2 font-display text-title font-semibold">{localDateText(date)}</legend>
		<div class="chips">
			{#each parts as part (part.start)}
				{@const free = freeIn(part)}
				<button
					type="button"
					class="pick chip text-center"
					aria-pressed={chosen.includes(part.start)}
					onclick={() => toggle(part.start)}
				>
					{#if part.name}<span class="block">{windowText(part.name)}</span>{/if}
					<strong class="block font-display text-[1.125rem]">
						{timeText(part.start, zone)}–{timeText(part.end, zone)}
					</strong>
					<span class="block text-small">
						{free ? m.when_free({ count: free }) : m.when_free_none()}
					</span>
				</button>
			{/each}
		</div>
	</fieldset>
{/each}
<details class="mb-6" open={bounds.from !== null || bounds.until !== null}>
	<summary class="flex min-h-11 cursor-pointer items-center underline">{m.when_narrow()}</summary>
	<div class="mt-2 flex flex-wrap gap-4">
		<label class="block" for="{id}-from">
			<span class="mb-1 block">{m.when_from()}</span>
			<TimeInput
				id="{id}-from"
				value={bounds.from}
				label={m.when_from()}
				isLabelled
				oncommit={(from) => (bounds = { ...bounds, from })}
			/>
		</label>
		<label class="block" for="{id}-until">
			<span class="mb-1 block">{m.when_until()}</span>
			<TimeInput
				id="{id}-until"
				value={bounds.until}
				label={m.when_until()}
				isLabelled
				oncommit={(until) => (bounds = { ...bounds, until })}
			/>
		</label>
	</div>
</details>
<ThumbBar>
	<button class="btn btn-primary btn-block btn-lg font-display" onclick={onnext}>
		{chosen.length || bounds.from !== null || bounds.until !== null
			? m.when_next()
			: m.when_next_any()}
	</button>
</ThumbBar>

<style>
	.chips {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 8.5rem), 1fr));
		gap: 0.75rem;
	}
</style>
