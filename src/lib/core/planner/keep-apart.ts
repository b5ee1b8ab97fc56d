import { groupBy } from '../group-by';
import { MINUTE, type LocalDate } from '../time/local-of';
import { joined, overlaps, type Stretch } from '../time/stretch';

/** Something at the school on one date; instants in milliseconds. */
export interface AtSchool extends Stretch {
	readonly date: LocalDate;
}

/** The visit in person of a family from which another is kept apart. */
export interface ApartVisit extends AtSchool {
	readonly marginMinutes: number;
}

/** When a family must not be at the school, by date: the others' visits with their margins. */
function closedTimes(others: readonly ApartVisit[]): Map<LocalDate, Stretch[]> {
	const closed = groupBy(others, ({ date }) => date);
	return new Map(
		[...closed].map(([date, visits]) => [
			date,
			joined(
				visits.map(({ start, end, marginMinutes }) => ({
					start: start - marginMinutes * MINUTE,
					end: end + marginMinutes * MINUTE,
				})),
			),
		]),
	);
}

/**
 * The slots that a family is not offered, so that its whole visit stays on one side of the others':
 * those inside the closed times, and on each date all that lie on another side than what it has, or,
 * before it has anything, than the side with the most slots. Whatever is taken from the others then
 * keeps it apart. On a date on which it has something on two sides, or inside, nothing is left.
 */
export function slotsKeptApart<Slot extends AtSchool & { readonly id: string }>(
	slots: readonly Slot[],
	own: readonly AtSchool[],
	others: readonly ApartVisit[],
): Set<string> {
	const hidden = new Set<string>();
	for (const [date, closed] of closedTimes(others)) {
		const sideOf = (stretch: Stretch): number | null =>
			closed.some((time) => overlaps(time, stretch))
				? null
				: closed.filter((time) => time.end <= stretch.start).length;
		const here = slots.filter((slot) => slot.date === date);
		const sides = groupBy(here, (slot) => String(sideOf(slot)));
		const mine = new Set(own.filter((entry) => entry.date === date).map(sideOf));
		const [side] = mine.size ? mine : largestFirst(sides);
		for (const [other, list] of sides)
			if (mine.size > 1 || side == null || other !== String(side))
				for (const { id } of list) hidden.add(id);
	}
	return hidden;
}

/** The sides outside the closed times, those with the most slots first. */
const largestFirst = (sides: ReadonlyMap<string, readonly unknown[]>): string[] =>
	[...sides]
		.filter(([side]) => side !== 'null')
		.sort(([a, slots], [b, others]) => others.length - slots.length || Number(a) - Number(b))
		.map(([side]) => side);
