import type { Stretch } from '../time/stretch';

/** How a stretch is divided: all in minutes. */
export interface Division {
	/** Length of a slot, 5 to 60. */
	readonly slotMinutes: number;
	/** Time to breathe after each slot. */
	readonly gapMinutes: number;
	/** After every so many slots a longer gap instead of the usual one. */
	readonly longGap?: LongGap | null;
}

export interface LongGap {
	/** After how many slots, 2 to 50. */
	readonly every: number;
	readonly minutes: number;
}

export const SHORTEST_SLOT = 5;
export const LONGEST_SLOT = 60;
export const LONGEST_GAP = 60;

/** A slot and the gap after it, in the unit of the stretch: minutes. */
export interface GridSlot extends Stretch {
	readonly gap: number;
}

export interface SlotGrid {
	readonly slots: readonly GridSlot[];
	/** Minutes between the end of the last slot and the end of the stretch. */
	readonly remainder: number;
}

/** Minutes between the end of the slot with this number (from 1) and the start of the next. */
export const gapAfter = (number: number, { gapMinutes, longGap }: Division): number =>
	longGap && number % longGap.every === 0 ? longGap.minutes : gapMinutes;

/**
 * Divides a stretch (minutes): slots start at `start + i * (length + gap)` while they end inside it;
 * the gap after every n-th may be a longer one.
 */
export function slotGrid(stretch: Stretch, division: Division): SlotGrid {
	const slots: GridSlot[] = [];
	for (let start = stretch.start; start + division.slotMinutes <= stretch.end;) {
		const end = start + division.slotMinutes;
		const gap = gapAfter(slots.length + 1, division);
		slots.push({ start, end, gap });
		start = end + gap;
	}
	return { slots, remainder: stretch.end - (slots.at(-1)?.end ?? stretch.start) };
}

/** Slots and left-over minutes of several stretches together. */
export function countSlots(
	stretches: readonly Stretch[],
	division: Division,
): { slots: number; remainder: number } {
	return stretches
		.map((stretch) => slotGrid(stretch, division))
		.reduce(
			(sum, { slots, remainder }) => ({
				slots: sum.slots + slots.length,
				remainder: sum.remainder + remainder,
			}),
			{ slots: 0, remainder: 0 },
		);
}
