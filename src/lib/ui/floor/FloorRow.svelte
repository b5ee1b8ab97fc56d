<script lang="ts">
	import type { FloorDesk } from '$lib/operations/floor';
	import { substituteWords } from '$lib/words/substitute-words';
	import Seat from '../parts/chairs/Seat.svelte';
	import { timeText } from '../parts/format/when';
	import { floorState } from './floor-state.svelte';
	import { seatText } from './seat-text';
	import type { TimeAxis } from './time-axis';

	/** One desk of the board: its name stays in place, its seats lie where their time is. */
	let {
		desk,
		top,
		axis,
		zone,
		picked,
		focusable,
		isCompact,
		isFound,
		hrefOf,
	}: {
		desk: FloorDesk;
		/** Pixels from the upper edge of the rows. */
		top: number;
		axis: TimeAxis;
		zone: string;
		picked: string | null;
		focusable: string | null;
		isCompact: boolean;
		isFound: boolean;
		hrefOf: (slot: string) => string;
	} = $props();

	const floor = floorState();
	const about = $derived(
		[
			substituteWords({ name: desk.name, substitutes: desk.substitutes }),
			desk.subject,
			...desk.places,
		]
			.filter(Boolean)
			.join(' · '),
	);

	const seats = $derived(
		desk.slots.map((slot) => {
			const { id, state, start, end } = slot;
			const lit = floor.litAt(id);
			const isPicked = picked === id;
			return {
				id,
				state,
				isPicked,
				title: lit?.text,
				label: [seatText(state, timeText(start, zone)), lit?.text].filter(Boolean).join(', '),
				at: `${axis.at((start + end) / 2) * 100}%`,
				look: [
					'seat',
					isPicked && 'picked',
					floor.chosen.includes(id) && 'chosen',
					lit && (lit.isWithOthers ? 'lit with' : 'lit'),
					floor.litCount > 0 && !lit && !isPicked && 'dim',
				],
			};
		}),
	);
</script>

<div class="row" class:found={isFound} style:inset-block-start="{top}px">
	<div class="name" title={isCompact ? `${desk.name} · ${about}` : undefined}>
		<strong class="block truncate">{desk.name}</strong>
		{#if !isCompact}<span class="quiet block truncate text-small">{about}</span>{/if}
	</div>
	<div class="track" role="group" aria-label={desk.name}>
		{#each axis.breaks as gap (gap.from)}
			<span
				class="break"
				style:inset-inline-start="{gap.from * 100}%"
				style:inline-size="{(gap.to - gap.from) * 100}%"
			></span>
		{/each}
		<!-- By their place, not by their ids: another date has other seats, and moves these instead of making new ones. -->
		{#each seats as seat, index (index)}
			<a
				id="slot-{seat.id}"
				data-slot={seat.id}
				class={seat.look}
				href={hrefOf(seat.id)}
				tabindex={focusable === seat.id ? 0 : -1}
				aria-label={seat.label}
				aria-current={seat.isPicked ? 'true' : undefined}
				title={seat.title}
				draggable={seat.isPicked && floor.isDraggable}
				style:inset-inline-start={seat.at}
			>
				<Seat state={seat.state} size={isCompact ? 14 : 30} />
			</a>
		{/each}
	</div>
</div>

<style>
	.row {
		position: absolute;
		inset-inline: 0;
		display: flex;
		align-items: center;
		block-size: var(--row);
		border-block-end: 1px solid var(--color-base-300);
	}
	.name {
		position: sticky;
		inset-inline-start: 0;
		z-index: 4;
		flex: none;
		inline-size: var(--desk);
		min-inline-size: 0;
		background: var(--color-base-100);
	}
	.found .name {
		background: var(--color-base-200);
	}
	:global(.compact) .name {
		font-size: 0.6875rem;
		line-height: 0.875rem;
	}
	.track {
		position: relative;
		flex: 1;
		block-size: 100%;
		margin-inline: 1.25rem 1rem;
	}
	.break {
		position: absolute;
		inset-block: 0;
		background: repeating-linear-gradient(var(--color-base-200) 0 3px, transparent 3px 6px);
	}
	.seat {
		position: absolute;
		inset-block-start: 50%;
		display: grid;
		place-items: center;
		inline-size: 1.625rem;
		block-size: 2.375rem;
		transform: translate(-50%, -50%);
		border-radius: var(--radius-field);
	}
	:global(.compact) .seat {
		inline-size: 1.0625rem;
		block-size: 0.9375rem;
		border-radius: 2px;
	}
	:global([dir='rtl']) .seat {
		transform: translate(50%, -50%);
	}
	.seat.picked {
		outline: 2px solid var(--color-base-content);
		background: var(--color-base-100);
		z-index: 2;
	}
	.seat.chosen {
		outline: 2px dashed var(--color-secondary);
		background: var(--color-base-200);
	}
	.seat.lit {
		outline: 2px solid var(--color-primary);
		background: color-mix(in oklab, var(--color-primary) 18%, transparent);
		z-index: 1;
	}
	.seat.with {
		outline-style: dotted;
	}
	.seat.dim {
		opacity: 0.25;
	}
</style>
