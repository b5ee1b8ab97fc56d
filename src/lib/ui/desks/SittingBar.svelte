<script lang="ts">
	import type { PlannedSitting } from '$lib/core/desks/desk-plan';
	import { slotGrid } from '$lib/core/slots/slot-grid';
	import type { Stretch } from '$lib/core/time/stretch';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import { barKey } from './bar-key';
	import { placesText, slotsText, stretchText } from './desk-text';
	import type { RulerDrag } from './drag.svelte';
	import type { DragMode } from './dragged';
	import { along, type DateAxis } from './ruler-axis';

	/** One sitting on the ruler: as long as it lasts, with its slots marked on it. */
	let {
		desk,
		name,
		sitting,
		axis,
		drag,
		isPicked,
		hasClash,
		ongrab,
	}: {
		desk: string;
		name: string;
		sitting: PlannedSitting;
		axis: DateAxis;
		drag: RulerDrag;
		isPicked: boolean;
		hasClash: boolean;
		ongrab: (event: PointerEvent, mode: DragMode) => void;
	} = $props();

	let preview = $state.raw<Stretch | null>(null);
	$effect(() =>
		drag.register(barKey({ desk, date: sitting.date, start: sitting.start }), (stretch) => {
			preview = stretch;
		}),
	);
	const stretch = $derived(preview ?? sitting);
	const length = $derived(stretch.end - stretch.start);
	const grid = $derived(slotGrid(stretch, sitting.division));
	const filled = $derived(
		grid.slots.length ? (grid.slots.at(-1)!.end - stretch.start) / length : 0,
	);
	const percent = (part: number) => `${(100 * part).toFixed(3)}%`;
	/** Regular slots repeat by themselves; longer gaps have to be drawn one by one. */
	const marks = $derived.by(() => {
		const { slotMinutes, gapMinutes, longGap } = sitting.division;
		const whole = length * filled;
		if (!whole) return 'none';
		if (!longGap) {
			const slot = percent(slotMinutes / whole);
			const step = percent((slotMinutes + gapMinutes) / whole);
			return `repeating-linear-gradient(to right, var(--seat) 0 calc(${slot} - 1px), transparent calc(${slot} - 1px) ${step})`;
		}
		const stops = grid.slots.flatMap(({ start, end }) => {
			const [from, to] = [start, end].map((at) => percent((at - stretch.start) / whole));
			return [
				`transparent ${from}`,
				`var(--seat) ${from} calc(${to} - 1px)`,
				`transparent calc(${to} - 1px)`,
			];
		});
		return `linear-gradient(to right, ${stops.join()})`;
	});
	const label = $derived(
		m.bar_label({
			name,
			date: localDateText(sitting.date),
			hours: stretchText(sitting),
			slots: slotsText([sitting], sitting.division),
			place: placesText(sitting.places),
		}),
	);
</script>

<button
	type="button"
	class="bar"
	class:picked={isPicked}
	class:clash={hasClash}
	class:placeless={sitting.places.length === 0}
	class:moving={preview !== null}
	data-stop
	data-desk={desk}
	data-date={sitting.date}
	data-start={sitting.start}
	tabindex={-1}
	aria-label={label}
	aria-pressed={isPicked}
	title={label}
	style:inset-inline-start={percent(along(axis, stretch.start))}
	style:inline-size={percent(length / (axis.to - axis.from))}
	onpointerdown={(event) => ongrab(event, 'move')}
>
	<span class="slots" style:inline-size={percent(filled)} style:background-image={marks}></span>
	<span class="place">{placesText(sitting.places)}</span>
	<span
		class="edge from"
		aria-hidden="true"
		onpointerdown={(event) => {
			event.stopPropagation();
			ongrab(event, 'start');
		}}
	></span>
	<span
		class="edge to"
		aria-hidden="true"
		onpointerdown={(event) => {
			event.stopPropagation();
			ongrab(event, 'end');
		}}
	></span>
	{#if preview}<span class="hours"
			>{stretchText(stretch)} · {slotsText([stretch], sitting.division)}</span
		>{/if}
</button>

<style>
	.bar {
		--seat: color-mix(in oklab, var(--color-accent) 34%, var(--color-base-100));
		position: absolute;
		inset-block: 0.3rem;
		display: block;
		min-inline-size: 4px;
		overflow: visible;
		text-align: start;
		background: var(--color-base-100);
		border: 1px solid var(--color-accent);
		border-radius: 3px;
		cursor: grab;
		touch-action: none;
		contain: layout;
	}
	.slots {
		position: absolute;
		inset-block: 0;
		inset-inline-start: 0;
	}
	.place {
		position: absolute;
		inset: 0;
		padding-inline: 0.375rem 0.125rem;
		overflow: hidden;
		font-size: var(--text-small);
		line-height: 1.65rem;
		white-space: nowrap;
		text-overflow: ellipsis;
	}
	.edge {
		position: absolute;
		inset-block: -2px;
		inline-size: 9px;
		cursor: ew-resize;
	}
	.from {
		inset-inline-start: -3px;
	}
	.to {
		inset-inline-end: -3px;
	}
	.picked {
		z-index: 2;
		border-color: var(--color-base-content);
		outline: 2px solid var(--color-base-content);
		outline-offset: 0;
	}
	.clash {
		border-color: var(--color-error);
		border-block-end-width: 3px;
	}
	.placeless {
		border-style: dashed;
	}
	.placeless .place {
		color: var(--color-error);
	}
	.moving {
		z-index: 3;
		cursor: grabbing;
	}
	.hours {
		position: absolute;
		inset-block-end: calc(100% + 2px);
		inset-inline-start: 0;
		padding: 0 0.375rem;
		font-weight: 700;
		font-size: var(--text-small);
		white-space: nowrap;
		color: var(--color-base-100);
		background: var(--color-base-content);
		border-radius: 3px;
		pointer-events: none;
	}
	:focus-visible {
		z-index: 4;
	}
</style>
