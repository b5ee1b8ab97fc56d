<script lang="ts">
	import { goto } from '$app/navigation';
	import { createVirtualizer } from '@tanstack/svelte-virtual';
	import { untrack } from 'svelte';
	import type { FloorDesk } from '$lib/operations/floor';
	import { pressLetter } from '../parts/letters';
	import FloorRow from './FloorRow.svelte';
	import { timeText } from '../parts/format/when';
	import { placeOf, stepFrom } from './floor-view';
	import { floorState } from './floor-state.svelte';
	import { timeAxis } from './time-axis';

	/** All desks of a date against time. Arrow keys walk over the seats; only rows in sight are in the page. */
	let {
		desks,
		zone,
		picked,
		desk,
		isCompact,
		now,
		hrefOf,
		closed,
	}: {
		desks: readonly FloorDesk[];
		zone: string;
		/** The slot that is open. */
		picked: string | null;
		/** The desk that somebody looked for. */
		desk: string | null;
		isCompact: boolean;
		/** The school's time, in milliseconds; `null`: this is not today. */
		now: number | null;
		hrefOf: (slot: string) => string;
		/** Where nothing is open. */
		closed: string;
	} = $props();

	const floor = floorState();
	/** Pixels. */
	const ROW = 44;
	const COMPACT_ROW = 15;
	const FIRST_SIGHT = 640;
	/** How long the focus rests on a seat before its sheet opens; milliseconds. */
	const REST = 160;

	const rowHeight = $derived(isCompact ? COMPACT_ROW : ROW);
	const axis = $derived(timeAxis(desks.flatMap(({ slots }) => slots)));
	/** Seats never lie on top of one another: a long day is scrolled. */
	const width = $derived(
		Math.max(...desks.map(({ slots }) => slots.length), 1) * (isCompact ? 17 : 28),
	);
	/** Not by a variable, which would be handed down to every seat. */
	const wide = $derived(`calc(var(--desk) + ${width}px + 2rem)`);

	let box = $state<HTMLDivElement>();
	let times = $state<HTMLDivElement>();
	const rows = createVirtualizer<HTMLDivElement, HTMLDivElement>({
		count: untrack(() => desks.length),
		getScrollElement: () => box ?? null,
		estimateSize: () => rowHeight,
		overscan: 1,
		initialRect: { width: 800, height: FIRST_SIGHT },
	});
	$effect(() => {
		void box;
		const count = desks.length;
		const size = rowHeight;
		untrack(() => {
			$rows.setOptions({ count, estimateSize: () => size, getScrollElement: () => box ?? null });
			$rows.measure();
		});
	});
	// What somebody looked for, or opened, is in sight.
	$effect(() => {
		// The board has another height while a seat is chosen.
		void floor.lighting;
		const at = placeOf(desks, picked)?.row ?? desks.findIndex(({ id }) => id === desk);
		if (at >= 0) bringIntoSight(at);
	});

	/** Below the times, which stay in place. */
	function bringIntoSight(row: number) {
		if (!box || !times) return;
		const top = row * rowHeight;
		const room = box.clientHeight - times.offsetHeight;
		if (top < box.scrollTop) box.scrollTop = top;
		else if (top + rowHeight > box.scrollTop + room) box.scrollTop = top + rowHeight - room;
	}

	const shown = $derived($rows.getVirtualItems());
	let focused = $state<string | null>(null);
	const focusable = $derived(focused ?? picked ?? desks[0]?.slots[0]?.id ?? null);
	let resting: ReturnType<typeof setTimeout> | undefined;

	const open = (slot: string) =>
		goto(hrefOf(slot), { keepFocus: true, noScroll: true, replaceState: true });

	async function focusOn(slot: string) {
		const place = placeOf(desks, slot);
		if (!place) return;
		focused = slot;
		bringIntoSight(place.row);
		await new Promise(requestAnimationFrame);
		document.getElementById(`slot-${slot}`)?.focus();
	}

	function pressed(event: KeyboardEvent) {
		const { target } = event;
		const slot = target instanceof HTMLElement ? target.dataset['slot'] : undefined;
		const place = slot ? placeOf(desks, slot) : null;
		if (event.key === 'Escape') {
			event.preventDefault();
			if (floor.lighting) floor.putOut();
			else if (floor.chosen.length) floor.chosen = [];
			else void goto(closed, { keepFocus: true, noScroll: true });
			return;
		}
		if (slot && event.key === ' ') {
			event.preventDefault();
			floor.toggle(slot);
			return;
		}
		const next = place && stepFrom(desks, place.row, place.index, event.key);
		if (next) {
			event.preventDefault();
			if (event.shiftKey && slot) {
				if (!floor.chosen.includes(slot)) floor.toggle(slot);
				if (!floor.chosen.includes(next)) floor.toggle(next);
			}
			void focusOn(next);
			clearTimeout(resting);
			if (floor.litCount === 0) resting = setTimeout(() => void open(next), REST);
			return;
		}
		pressLetter(event, floor.letters);
	}

	/** Thousands of seats have their events looked after here, once. */
	const seatOf = ({ target }: Event): string | null =>
		target instanceof Element
			? (target.closest<HTMLElement>('[data-slot]')?.dataset['slot'] ?? null)
			: null;

	function chosen(event: MouseEvent) {
		const slot = seatOf(event);
		if (slot === null) return;
		const lit = floor.litAt(slot);
		if (lit) {
			event.preventDefault();
			lit.act();
		} else if (event.shiftKey) {
			event.preventDefault();
			floor.toggle(slot);
		}
		focused = slot;
	}

	const litAt = (event: Event) => floor.litAt(seatOf(event) ?? '');

	function dropped(event: DragEvent) {
		event.preventDefault();
		litAt(event)?.act();
	}

	/** Where the day is now, from 0 to 1; `null` before it begins and when it is over. */
	const nowAt = $derived.by(() => {
		const first = axis.parts[0];
		const last = axis.parts.at(-1);
		if (now === null || !first || !last || now < first.start || now > last.end) return null;
		return axis.at(now);
	});
	// A long day is scrolled to where it is.
	$effect(() => {
		if (nowAt === null || !box) return;
		const start = nowAt * (box.scrollWidth - box.clientWidth);
		box.scrollLeft = start * (document.dir === 'rtl' ? -1 : 1);
	});

	const way = $derived(
		floor.way.flatMap((slot) => {
			const place = placeOf(desks, slot);
			if (!place) return [];
			const { start, end } = desks[place.row]!.slots[place.index]!;
			return [{ row: place.row, at: axis.at((start + end) / 2) }];
		}),
	);
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<div
	class="board"
	class:compact={isCompact}
	class:above={picked !== null}
	class:choosing={floor.lighting !== null}
	bind:this={box}
	style:--row="{rowHeight}px"
	role="group"
	onkeydown={pressed}
>
	<div class="times" bind:this={times} aria-hidden="true" style:min-inline-size={wide}>
		<span class="corner"></span>
		<div class="track">
			{#each axis.marks as mark (mark)}
				<span class="time font-display" style:inset-inline-start="{axis.at(mark) * 100}%">
					{timeText(mark, zone)}
				</span>
			{/each}
		</div>
	</div>
	<div
		class="rows"
		data-sveltekit-noscroll
		data-sveltekit-keepfocus
		data-sveltekit-replacestate
		data-sveltekit-preload-data="off"
		role="presentation"
		onclick={chosen}
		ondragstart={() => floor.startMove()}
		ondragover={(event) => litAt(event) && event.preventDefault()}
		ondrop={dropped}
		style:block-size="{desks.length * rowHeight}px"
		style:min-inline-size={wide}
	>
		{#each shown as { index } (index)}
			{@const own = desks[index]}
			{#if own}
				<FloorRow
					desk={own}
					top={index * rowHeight}
					{axis}
					{zone}
					{picked}
					{focusable}
					{isCompact}
					isFound={own.id === desk}
					{hrefOf}
				/>
			{/if}
		{/each}
		{#if nowAt !== null}
			<div class="now" aria-hidden="true">
				<span style:inset-inline-start="{nowAt * 100}%"></span>
			</div>
		{/if}
		{#if way.length > 1}
			<svg
				class="way"
				viewBox="0 0 100 {desks.length}"
				preserveAspectRatio="none"
				aria-hidden="true"
			>
				<polyline
					points={way.map(({ row, at }) => `${at * 100},${row + 0.5}`).join(' ')}
					vector-effect="non-scaling-stroke"
				/>
			</svg>
		{/if}
	</div>
</div>

<style>
	.board {
		--desk: 12rem;
		overflow: auto;
		max-block-size: calc(100dvh - 11rem);
		min-block-size: 12rem;
	}
	.board.compact {
		--desk: 9rem;
	}
	.times,
	.rows {
		position: relative;
	}
	.times {
		position: sticky;
		inset-block-start: 0;
		z-index: 6;
		display: flex;
		block-size: 1.75rem;
		font-size: var(--text-small);
		font-weight: 700;
		background: var(--color-base-100);
	}
	.corner {
		position: sticky;
		inset-inline-start: 0;
		z-index: 1;
		flex: none;
		inline-size: var(--desk);
		background: inherit;
	}
	.times .track {
		position: relative;
		flex: 1;
		margin-inline: 1.25rem 1rem;
	}
	.time {
		position: absolute;
		inset-block-start: 0.25rem;
	}
	.now {
		position: absolute;
		inset-block: 0;
		inset-inline: calc(var(--desk) + 1.25rem) 1rem;
		pointer-events: none;
	}
	.now span {
		position: absolute;
		inset-block: 0;
		border-inline-start: 2px solid var(--color-error);
	}
	.way {
		position: absolute;
		inset-block: 0;
		inset-inline: calc(var(--desk) + 1.25rem) 1rem;
		inline-size: calc(100% - var(--desk) - 2.25rem);
		block-size: 100%;
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
	@media (width < 64rem) {
		.board {
			--desk: 7.5rem;
		}
		/* As much as the sheet of the open seat leaves. */
		.board.above {
			max-block-size: calc(45dvh - 11rem);
		}
		.board.above.choosing {
			max-block-size: calc(70dvh - 11rem);
		}
	}
</style>
