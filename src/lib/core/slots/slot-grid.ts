import type { Stretch } from '../time/stretch';

/** How a stretch is divided: all in minutes. */
export interface Division {
	/** Length of a slot, 5 to 60. */
	readonly slotMinutes: number;
	/** Time to breathe after each slot. */
	readonly gapMinutes: number;
}

export const SHORTEST_SLOT = 5;
export const LONGEST_SLOT = 60;

export interface SlotGrid {
	/** In the unit of the stretch: minutes. */
	readonly slots: readonly Stretch[];
	/** Minutes between the end of the last slot and the end of the stretch. */
	readonly remainder: number;
}

/** Divides a stretch (minutes): slots start at `start + i * (length + gap)` while they end inside it. */
export function slotGrid(stretch: Stretch, { slotMinutes, gapMinutes }: Division): SlotGrid {
	const slots: Stretch[] = [];
	for (
		let start = stretch.start;
		start + slotMinutes <= stretch.end;
		start += slotMinutes + gapMinutes
	)
		slots.push({ start, end: start + slotMinutes });
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
