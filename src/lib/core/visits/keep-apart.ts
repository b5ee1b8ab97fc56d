import { groupBy } from '../group-by';
import { MINUTE, type LocalDate } from '../time/local-time';
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
export function closedTimes(others: readonly ApartVisit[]): Map<LocalDate, Stretch[]> {
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
 * The slots in person that a family is not offered, so that its whole visit stays on one side of the
 * others': those inside the closed times, and on each date all that lie on another side than its own
 * appointments, or, before it has any, than the side with the most slots.
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
		const mine = own.find((entry) => entry.date === date);
		const sides = groupBy(here, (slot) => String(sideOf(slot)));
		const largest = [...sides]
			.filter(([side]) => side !== 'null')
			.sort(([a, slots], [b, others]) => others.length - slots.length || Number(a) - Number(b))[0];
		const side = mine ? String(sideOf(mine)) : largest?.[0];
		for (const [other, list] of sides)
			if (other !== side) for (const { id } of list) hidden.add(id);
	}
	return hidden;
}

/** Dates on which the family, with what it wants and has, would be at the school together with another. */
export function datesTogether(
	wanted: readonly AtSchool[],
	own: readonly AtSchool[],
	others: readonly ApartVisit[],
): Set<LocalDate> {
	const closed = closedTimes(others);
	const mine = groupBy([...wanted, ...own], ({ date }) => date);
	return new Set(
		[...mine]
			.filter(([date, visit]) => {
				const span = {
					start: Math.min(...visit.map(({ start }) => start)),
					end: Math.max(...visit.map(({ end }) => end)),
				};
				return (closed.get(date) ?? []).some((time) => overlaps(time, span));
			})
			.map(([date]) => date),
	);
}
