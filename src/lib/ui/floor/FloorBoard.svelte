<script lang="ts">
	import { substituteWords } from '$lib/words/substitute-words';
	import Seat from '../parts/chairs/Seat.svelte';
	import { timeText } from '../parts/format/when';
	import { matches, stepFrom, type FloorRow, type Spot } from './floor-view';
	import { seatText } from './seat-text';
	import { timeAxis } from './time-axis';

	/** All desks of a date against time. Arrow keys walk over the slots; one family's way is drawn. */
	let {
		rows,
		way,
		find,
		zone,
		picked = $bindable(),
	}: {
		rows: readonly FloorRow[];
		/** The slots of the family that is looked at, in order of time. */
		way: readonly Spot[];
		/** What is looked for. */
		find: string;
		zone: string;
		picked: string | null;
	} = $props();

	const axis = $derived(timeAxis(rows.flatMap(({ slots }) => slots)));
	const focusable = $derived(picked ?? rows.find(({ slots }) => slots.length)?.slots[0]?.id);
	const wayRows = $derived(
		way.map(({ desk, slot }) => ({
			row: rows.findIndex(({ id }) => id === desk.id),
			at: axis.at((slot.start + slot.end) / 2),
		})),
	);

	function walk(event: KeyboardEvent, row: number, index: number) {
		if (event.key === 'Escape') {
			event.preventDefault();
			picked = null;
			return;
		}
		const slot = stepFrom(rows, row, index, event.key);
		if (!event.key.startsWith('Arrow')) return;
		event.preventDefault();
		if (!slot) return;
		picked = slot;
		document.getElementById(`slot-${slot}`)?.focus();
	}
</script>

<div class="board" style:--rows={rows.length}>
	<div class="row times" aria-hidden="true">
		<span></span>
		<div class="track">
			{#each axis.marks as mark (mark)}
				<span class="time font-display" style:inset-inline-start="{axis.at(mark) * 100}%">
					{timeText(mark, zone)}
				</span>
			{/each}
		</div>
	</div>
	{#each rows as desk, row (desk.id)}
		<div class="row">
			<div class="min-w-0">
				<strong class="block truncate">{desk.name}</strong>
				<span class="quiet block truncate text-small">
					{[substituteWords(desk), desk.subject, ...desk.places].filter(Boolean).join(' · ')}
				</span>
			</div>
			<div class="track" role="group" aria-label={desk.name}>
				{#each axis.breaks as gap (gap.from)}
					<span
						class="break"
						style:inset-inline-start="{gap.from * 100}%"
						style:inline-size="{(gap.to - gap.from) * 100}%"
					></span>
				{/each}
				{#each desk.slots as slot, index (slot.id)}
					<button
						id="slot-{slot.id}"
						class="seat"
						class:picked={picked === slot.id}
						class:dim={!matches({ desk, slot }, find)}
						tabindex={focusable === slot.id ? 0 : -1}
						aria-label={seatText(
							slot.state,
							timeText(slot.start, zone),
							slot.seated.map(({ familyLabel }) => familyLabel),
						)}
						aria-pressed={picked === slot.id}
						style:inset-inline-start="{axis.at((slot.start + slot.end) / 2) * 100}%"
						onclick={() => (picked = slot.id)}
						onkeydown={(event) => walk(event, row, index)}
					>
						<Seat state={slot.state} size={30} />
					</button>
				{/each}
			</div>
		</div>
	{/each}
	{#if wayRows.length > 1}
		<svg class="way" viewBox="0 0 100 {rows.length}" preserveAspectRatio="none" aria-hidden="true">
			<polyline
				points={wayRows.map(({ row, at }) => `${at * 100},${row + 0.5}`).join(' ')}
				vector-effect="non-scaling-stroke"
			/>
		</svg>
	{/if}
</div>

<style>
	.board {
		position: relative;
		--desk: 12rem;
	}
	.row {
		display: grid;
		grid-template-columns: var(--desk) minmax(0, 1fr);
		gap: 1.25rem;
		align-items: center;
		block-size: 2.75rem;
		border-block-end: 1px solid var(--color-base-300);
	}
	.times {
		block-size: 1.75rem;
		font-size: var(--text-small);
		font-weight: 700;
	}
	.track {
		position: relative;
		block-size: 100%;
	}
	.time {
		position: absolute;
		inset-block-start: 0.25rem;
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
		inline-size: 1.875rem;
		block-size: 2.375rem;
		transform: translate(-50%, -50%);
		border-radius: var(--radius-field);
		cursor: pointer;
	}
	:global([dir='rtl']) .seat {
		transform: translate(50%, -50%);
	}
	.seat.picked {
		outline: 2px solid var(--color-base-content);
		background: var(--color-base-100);
		z-index: 2;
	}
	.seat.dim {
		opacity: 0.2;
	}
	.way {
		position: absolute;
		inset-block-start: 1.75rem;
		inset-inline: calc(var(--desk) + 1.25rem) 0;
		inline-size: calc(100% - var(--desk) - 1.25rem);
		block-size: calc(var(--rows) * 2.75rem);
		pointer-events: none;
	}
	:global([dir='rtl']) .way {
		transform: scaleX(-1);
	}
	.way polyline {
		fill: none;
		stroke: var(--color-secondary);
		stroke-width: 1.5;
		stroke-dasharray: 2 4;
	}
</style>
