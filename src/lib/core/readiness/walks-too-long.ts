import { groupBy } from '../group-by';
import { MINUTE, type LocalDate } from '../time/local-of';
import type { Slot } from '../snapshot/snapshot';
import { foundAbout, type Finding } from './finding';
import type { ReadinessFacts } from './readiness-facts';

/** Two buildings, in the order of their ids. */
type Pair = `${string}/${string}`;

/**
 * Buildings between which some family goes on one date, and which lie further apart than the time
 * between two slots: whoever goes there from one slot misses the next. The planner counts it; schools
 * are surprised by it.
 */
export function walksTooLong({ snapshot, wishes }: ReadinessFacts): Finding[] {
	const { walks, places, slots, conference } = snapshot;
	const buildingOf = new Map(places.map(({ id, building }) => [id, building]));
	const between = new Map<LocalDate, number>(
		[...groupBy(slots, ({ date }) => date)].map(([date, list]) => [date, leastBetween(list)]),
	);
	const byDesk = groupBy(slots, ({ desk }) => desk);
	const families = groupBy(wishes, ({ family }) => family);
	const goers = new Map<Pair, Set<string>>();
	for (const [family, own] of families)
		for (const [date, buildings] of buildingsByDate(own.flatMap(({ desks }) => desks)))
			for (const { from, to, minutes } of walks) {
				if (from === to || !buildings.has(from) || !buildings.has(to)) continue;
				if (minutes <= Math.max(conference.pauseMinutes, between.get(date) ?? 0)) continue;
				const pair: Pair = from < to ? `${from}/${to}` : `${to}/${from}`;
				goers.set(pair, (goers.get(pair) ?? new Set()).add(family));
			}
	return [...goers].flatMap(([pair, those]) =>
		foundAbout('walk-too-long', 'building', pair.split('/'), {
			numbers: { minutes: minutesOf(pair), families: those.size },
		}),
	);

	function buildingsByDate(desks: readonly string[]): Map<LocalDate, Set<string>> {
		const found = new Map<LocalDate, Set<string>>();
		for (const desk of new Set(desks))
			for (const { date, place } of byDesk.get(desk) ?? []) {
				const building = buildingOf.get(place);
				if (!building) continue;
				const those = found.get(date) ?? new Set<string>();
				found.set(date, those.add(building));
			}
		return found;
	}

	function minutesOf(pair: Pair): number {
		const [a, b] = pair.split('/');
		return walks.find(({ from, to }) => (from === a && to === b) || (from === b && to === a))!
			.minutes;
	}
}

/** Minutes from the end of a slot to the next one's start, where they lie closest. */
const leastBetween = (slots: readonly Slot[]): number =>
	Math.min(...slots.map(({ end, claimEnd }) => (claimEnd - end) / MINUTE));
