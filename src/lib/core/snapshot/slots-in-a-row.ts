import type { Slot } from './snapshot';
import { groupBy } from '../group-by';

/** From a slot's id and a length to so many slots in a row of its sitting; fewer where it ends before. */
export type SlotsInARow = (first: string, length: number) => readonly Slot[];

/** Prepares the rows of all slots, which come in order of time. */
export function slotsInARow(slots: readonly Slot[]): SlotsInARow {
	const rows = groupBy(slots, ({ sitting, id }) => sitting ?? id);
	const at = new Map<string, { row: readonly Slot[]; index: number }>();
	for (const row of rows.values()) row.forEach(({ id }, index) => at.set(id, { row, index }));
	return (first, length) => {
		const found = at.get(first);
		return found ? found.row.slice(found.index, found.index + length) : [];
	};
}

/** The stretch from the first slot's start to the last one's end. */
export const wholeStretch = (slots: readonly Slot[]): { start: number; end: number } => ({
	start: slots[0]!.start,
	end: slots.at(-1)!.end,
});
