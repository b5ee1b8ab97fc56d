import { besideFixed, candidatesByDate, type DayCandidates } from './candidates';
import { chooseSet } from './choose-set';
import { dayNodes, mostAppointments, type DayNodes } from './day-nodes';
import { fillDayTable, type DayTable, type Ranking } from './day-table';
import { dividedTable } from './divided-table';
import { leastWaiting, type LeastWaiting } from './least-waiting';
import { maskOf, sizeOf } from './packed-sets';
import { searchVisits, type Forbidden } from './search-visits';
import type { DateTables, Preference } from './spread-over-dates';
import { turnTable, type TurnTable } from './turn-table';
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
	const { days, places } = candidatesByDate(problem, isLeftOut, divided);
	const turns = turnTable(problem, places);
	const { length } = wishes;
	const dates = days.map((day) => {
		const nodes = dayNodes(day);
		const fill = (ranking: Ranking, least?: number): DayTable =>
			divided
				? dividedTable(
						day,
						(adult) => fillDayTable(dayNodes(onlyOf(day, adult)), length, turns, ranking),
						length,
						ranking,
					)
				: fillDayTable(nodes, length, turns, ranking, least);
		return { nodes, tables: lazyTables(nodes, fill, turns, { prefer, divided }) };
	});
	const candidates = chooseSet({
		wishes,
		prefer,
		limits,
		dates: dates.map(({ tables }) => tables),
		origin: Math.min(...dates.map(({ nodes }) => nodes.base)),
		possible: dates.reduce((mask, { nodes }) => mask | nodes.known, 0),
		required: maskOf(placing.map((id) => wishes.findIndex((wish) => wish.id === id))),
	});
	if (!candidates) return null;
	const placements = candidates.map(({ wish, slot, adult }): Placement => ({
		wish: wishes[wish]!.id,
		slot,
		adult,
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
	nodes: DayNodes,
	fill: (ranking: Ranking, least?: number) => DayTable,
	turns: TurnTable,
	{ prefer, divided }: { prefer: Preference; divided: boolean },
): DateTables {
	const ranking = prefer === 'least-waiting' ? 'waiting-then-end' : 'end-then-waiting';
	let shortest: DayTable | null = null;
	let last: DayTable | null = null;
	let large: { table: DayTable; least: number } | null = null;
	let bound: LeastWaiting | null = null;
	const byWaiting = () => (shortest ??= fill('waiting-then-end'));
	const byPreference = prefer === 'least-waiting' ? byWaiting : () => (last ??= fill(ranking));
	return {
		hasFixed: nodes.fixedCount > 0,
		earliest: nodes.base,
		shortest: byWaiting,
		last: byPreference,
		lastWith: (set) => {
			const least = sizeOf(set);
			if (set & ~nodes.known || (!divided && mostAppointments(nodes) < least)) return null;
			if (divided || shortest || last) return byPreference();
			if (!large || least < large.least) large = { table: fill(ranking, least), least };
			return large.table;
		},
		leastWaiting: (set) =>
			divided || nodes.fixedCount || set & ~nodes.known
				? 0
				: (bound ??= leastWaiting(nodes, turns))(set),
	};
}
