<script lang="ts">
	import { groupBy } from '$lib/core/group-by';
	import { m } from '$lib/paraglide/messages';
	import { localDateText, timeText } from '../parts/format/when';
	import ThumbBar from './ThumbBar.svelte';
	import type { TimeWindow } from './windows';

	/** When the family can come: parts of each date as large chips; none ticked means any time. */
	let {
		windows,
		zone,
		chosen = $bindable(),
		onnext,
	}: {
		windows: readonly TimeWindow[];
		zone: string;
		/** Indexes into the windows. */
		chosen: readonly number[];
		onnext: () => void;
	} = $props();

	function toggle(index: number) {
		chosen = chosen.includes(index)
			? chosen.filter((other) => other !== index)
			: [...chosen, index];
	}
</script>

<h1 class="mb-1 text-hour">{m.when_title()}</h1>
<p class="quiet mb-6">{m.when_about()}</p>
{#each [...groupBy(windows, ({ date }) => date)] as [date, parts] (date)}
	<fieldset class="mb-6">
		<legend class="mb-2 font-display text-title font-semibold">{localDateText(date)}</legend>
		<div class="grid grid-cols-2 gap-3">
			{#each parts as part (part.start)}
				{@const index = windows.indexOf(part)}
				<button
					type="button"
					class="chip"
					aria-pressed={chosen.includes(index)}
					onclick={() => toggle(index)}
				>
					{timeText(part.start, zone)}–{timeText(part.end, zone)}
				</button>
			{/each}
		</div>
	</fieldset>
{/each}
<ThumbBar>
	<button class="btn btn-primary btn-block btn-lg font-display" onclick={onnext}>
		{chosen.length ? m.when_next() : m.when_next_any()}
	</button>
</ThumbBar>

<style>
	.chip {
		min-block-size: 4rem;
		font-family: var(--font-display);
		font-size: 1.125rem;
		font-weight: 600;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-box);
		cursor: pointer;
	}
	.chip[aria-pressed='true'] {
		background: var(--color-primary);
		border-color: var(--color-primary);
		color: var(--color-primary-content);
	}
</style>
