import { besideFixed, candidatesByDate, type Candidate, type DayCandidates } from './candidates';
import { chooseSet } from './choose-set';
import { fillDayTable, type DayTable, type Ranking } from './day-table';
import { dividedTable } from './divided-table';
import { maskOf, sizeOf } from './packed-sets';
import { searchVisits, type Forbidden } from './search-visits';
import type { DateTables, Preference } from './spread-over-dates';
import { turnTable } from './turn';
import type { Placement, Visit, VisitProblem } from './visit-problem';
import { sumsOf } from './visit-sums';

/** Narrows the visits looked at. */
export interface Restriction {
	readonly prefer?: Preference;
	/** Leaves out candidates, given the id of a wish and of a slot. */
	readonly without?: (wish: string, slot: string) => boolean;
	/** Ids of wishes that the visit must place. */
	readonly placing?: readonly string[];
	/** Two adults may divide the appointments, and need not go everywhere together. */
	readonly divided?: boolean;
}

/**
 * The best visit, exactly, by this order: most weight of must-haves, most weight, fewest dates,
 * least waiting, earliest end; then by start and desk. With `prefer: 'earliest-end'` the last two
 * sums change places.
 *
 * Takes at most `EXACT_WISHES` wishes. Returns `null` when the restriction leaves no visit at all.
 */
export function bestVisit(problem: VisitProblem, restriction: Restriction = {}): Visit | null {
	const relaxed = (forbidden: Forbidden) => relaxedVisit(problem, restriction, forbidden);
	return searchVisits(problem, relaxed, restriction.divided ?? false);
}

/** The best visit, not asking for what only two appointments together can break. */
function relaxedVisit(
	problem: VisitProblem,
	{ prefer = 'least-waiting', without, placing = [], divided = false }: Restriction,
	forbidden: Forbidden,
): Visit | null {
	const { wishes, limits = {} } = problem;
	const isLeftOut =
		without || forbidden
			? (wish: string, slot: string) =>
					(without?.(wish, slot) ?? false) || (forbidden?.(wish, slot) ?? false)
			: undefined;
	const days = candidatesByDate(problem, isLeftOut, divided);
	const turns = turnTable(problem, placesOf(days));
	const { length } = wishes;
	const fill = (day: DayCandidates, ranking: Ranking, least?: number): DayTable =>
		divided
			? dividedTable(
					day,
					(adult) => fillDayTable(onlyOf(day, adult), length, turns, ranking),
					length,
					ranking,
				)
			: fillDayTable(day, length, turns, ranking, least);
	const turn = divided ? 0 : shortestTurn(turns);
	const dates = days.map((day) => lazyTables(day, fill, { prefer, divided, turn }));
	const starts = days.flatMap(({ candidates, fixed }) => [
		...candidates.slice(0, 1).map(({ slot }) => slot.start),
		...fixed.map(({ start }) => start),
	]);
	const candidates = chooseSet({
		...{ wishes, dates, prefer, limits },
		origin: starts.length ? Math.min(...starts) : 0,
		possible: maskOf(days.flatMap(({ candidates }) => candidates.map(({ wish }) => wish))),
		required: maskOf(placing.map((id) => wishes.findIndex((wish) => wish.id === id))),
	});
	if (!candidates) return null;
	const placements = candidates.map(({ wish, slot, adult }): Placement => ({
		...{ wish: wishes[wish]!.id, slot },
		...(adult === undefined ? {} : { adult }),
	}));
	return { placements, ...sumsOf(problem, placements, divided), exact: true };
}

/** A date as one adult sees it, with what it attends already. */
function onlyOf(day: DayCandidates, adult: 0 | 1): DayCandidates {
	const fixed = day.fixed.filter(({ adults }) => adults?.includes(adult) ?? true);
	const candidates = day.candidates.filter(({ slot }) => besideFixed(slot, fixed));
	return { date: day.date, candidates, fixed };
}

/** A date's tables, filled when they are first asked for. */
function lazyTables(
	day: DayCandidates,
	fill: (day: DayCandidates, ranking: Ranking, least?: number) => DayTable,
	{ prefer, divided, turn }: { prefer: Preference; divided: boolean; turn: number },
): DateTables {
	const known = maskOf(day.candidates.map(({ wish }) => wish));
	const ranking = prefer === 'least-waiting' ? 'waiting-then-end' : 'end-then-waiting';
	let shortest: DayTable | null = null;
	let last: DayTable | null = null;
	let large: { table: DayTable; least: number } | null = null;
	let gap: number | null = null;
	const byWaiting = () => (shortest ??= fill(day, 'waiting-then-end'));
	const byPreference = prefer === 'least-waiting' ? byWaiting : () => (last ??= fill(day, ranking));
	return {
		hasFixed: day.fixed.length > 0,
		shortest: byWaiting,
		last: byPreference,
		lastWith: (set) => {
			const least = sizeOf(set);
			if (set & ~known || (!divided && mostAppointments(day) < least)) return null;
			if (divided || shortest || last) return byPreference();
			if (!large || least < large.least) large = { table: fill(day, ranking, least), least };
			return large.table;
		},
		leastWaiting: (set) =>
			divided || day.fixed.length
				? 0
				: Math.max(0, sizeOf(set) - 1) * (gap ??= leastGap(day, turn)),
	};
}

/** Minutes between the end of one candidate and the start of the next that there is time for. */
function leastGap({ candidates }: DayCandidates, turn: number): number {
	let least = Infinity;
	for (const { slot } of candidates) {
		const next = firstFrom(candidates, slot.end + turn);
		if (next !== undefined) least = Math.min(least, next - slot.end);
	}
	return least === Infinity ? 0 : least;
}

/** The first start from a minute on, of candidates in order of time. */
function firstFrom(candidates: readonly Candidate[], minute: number): number | undefined {
	let low = 0;
	let high = candidates.length;
	while (low < high) {
		const middle = (low + high) >> 1;
		if (candidates[middle]!.slot.start < minute) low = middle + 1;
		else high = middle;
	}
	return candidates[low]?.slot.start;
}

const shortestTurn = ({ minutes }: { readonly minutes: Int32Array }): number =>
	minutes.length ? minutes.reduce((a, b) => Math.min(a, b)) : 0;

function* placesOf(days: readonly DayCandidates[]): Generator<string> {
	for (const { candidates, fixed } of days) {
		for (const { slot } of candidates) yield slot.place;
		for (const { place } of fixed) yield place;
	}
}

/** So many candidates of a date do not overlap each other at the most, whoever is met. */
function mostAppointments({ candidates }: DayCandidates): number {
	let count = 0;
	let free = -Infinity;
	for (const { slot } of [...candidates].sort((a, b) => a.slot.end - b.slot.end))
		if (slot.start >= free) {
			free = slot.end;
			count++;
		}
	return count;
}
