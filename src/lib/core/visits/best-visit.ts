import { candidatesByDate, compareSlots, type Candidate, type DayCandidates } from './candidates';
import { fillDayTable, UNREACHABLE, type DayTable } from './day-table';
import { turnMinutes } from './turn';
import type { Placement, Visit, VisitProblem, VisitSums, WishToPlace } from './visit-problem';

/** What is put first among visits of equal weight on equally many dates. */
export type Preference = 'least-waiting' | 'earliest-end';

/** Narrows the visits looked at. */
export interface Restriction {
	readonly prefer?: Preference;
	/** Leaves out candidates, given the id of a wish and of a slot. */
	readonly without?: (wish: string, slot: string) => boolean;
	/** Ids of wishes that the visit must place. */
	readonly placing?: readonly string[];
}

/**
 * The best visit, exactly, by this order: most weight of must-haves, most weight, fewest dates,
 * least waiting, earliest end; then by start and desk. With `prefer: 'earliest-end'` the last two
 * sums change places.
 *
 * Takes at most `EXACT_WISHES` wishes. Returns `null` when the restriction leaves no visit at all.
 */
export function bestVisit(problem: VisitProblem, restriction: Restriction = {}): Visit | null {
	const { prefer = 'least-waiting', without, placing = [] } = restriction;
	const { wishes } = problem;
	const sets = 1 << wishes.length;
	const days = candidatesByDate(problem)
		.map((day) => (without ? leaveOut(day, wishes, without) : day))
		.filter(({ candidates, fixed }) => candidates.length + fixed.length > 0);
	const required = placing.reduce(
		(mask, id) => mask | (1 << wishes.findIndex((wish) => wish.id === id)),
		0,
	);

	const turn = turnMinutes(problem);
	const shortest = days.map((day) => fillDayTable(day, wishes.length, turn, 'waiting-then-end'));
	const last =
		prefer === 'least-waiting'
			? shortest
			: days.map((day) => fillDayTable(day, wishes.length, turn, 'end-then-waiting'));
	const weights = setWeights(wishes);
	const everything = topSets(weights).filter((set) => (set & required) === required);
	const combined =
		wholeOnOneDate(last, everything, prefer) ?? combineDates(shortest, last, sets, prefer);

	let best: number[] = [];
	for (const set of combined.sets) {
		if ((set & required) !== required || combined.cost(set) === Infinity) continue;
		const order = best.length === 0 ? -1 : compareSets(set, best[0]!, weights, combined.cost);
		if (order < 0) best = [set];
		else if (order === 0) best.push(set);
	}
	if (best.length === 0) return null;
	const chosen = best
		.map((set) => ({ set, candidates: combined.trace(set) }))
		.reduce((a, b) => (compareSequences(b.candidates, a.candidates) < 0 ? b : a));
	const { set, candidates } = chosen;
	const placements = candidates.map(({ wish, slot }) => ({ wish: wishes[wish]!.id, slot }));
	return { placements, ...sumsOf(problem, placements, weights.must[set]!, weights.all[set]!) };
}

function leaveOut(
	day: DayCandidates,
	wishes: readonly WishToPlace[],
	without: (wish: string, slot: string) => boolean,
): DayCandidates {
	return {
		...day,
		candidates: day.candidates.filter(({ wish, slot }) => !without(wishes[wish]!.id, slot.id)),
	};
}

interface SetWeights {
	readonly must: Float64Array;
	readonly all: Float64Array;
}

function setWeights(wishes: readonly WishToPlace[]): SetWeights {
	const must = new Float64Array(1 << wishes.length);
	const all = new Float64Array(1 << wishes.length);
	wishes.forEach(({ weight, must: isMust }, index) => {
		const bit = 1 << index;
		for (let set = 0; set < bit; set++) {
			must[set | bit] = must[set]! + (isMust ? weight : 0);
			all[set | bit] = all[set]! + weight;
		}
	});
	return { must, all };
}

/** The sets that weigh as much as all wishes together. */
function topSets({ must, all }: SetWeights): number[] {
	const top = all.length - 1;
	const sets = [...all.keys()];
	return sets.filter((set) => must[set] === must[top] && all[set] === all[top]);
}

function compareSets(
	a: number,
	b: number,
	weights: SetWeights,
	cost: (set: number) => number,
): number {
	return (
		weights.must[b]! - weights.must[a]! || weights.all[b]! - weights.all[a]! || cost(a) - cost(b)
	);
}

/** By start and desk of each appointment in turn; a visit that ends first comes first. */
function compareSequences(a: readonly Candidate[], b: readonly Candidate[]): number {
	for (let i = 0; i < Math.min(a.length, b.length); i++) {
		const order = compareSlots(a[i]!.slot, b[i]!.slot) || a[i]!.wish - b[i]!.wish;
		if (order) return order;
	}
	return a.length - b.length;
}

/** Sums of a plan together with what is fixed; weights are given, times are measured. */
function sumsOf(
	problem: VisitProblem,
	placements: readonly Placement[],
	mustWeight: number,
	weight: number,
): VisitSums & { exact: true } {
	const days = new Map<number, { first: number; last: number; inside: number }>();
	for (const { date, start, end } of [...placements.map(({ slot }) => slot), ...problem.fixed]) {
		const day = days.get(date) ?? { first: start, last: end, inside: 0 };
		day.first = Math.min(day.first, start);
		day.last = Math.max(day.last, end);
		day.inside += end - start;
		days.set(date, day);
	}
	const spans = [...days.values()];
	return {
		mustWeight,
		weight,
		dates: days.size,
		waiting: spans.reduce((sum, { first, last, inside }) => sum + last - first - inside, 0),
		end: spans.length ? Math.max(...spans.map(({ last }) => last)) : null,
		exact: true,
	};
}

interface CombinedDates {
	/** The sets worth looking at. */
	readonly sets: Iterable<number>;
	/** Comparable cost of the best way to place exactly this set; `Infinity` when there is none. */
	cost(set: number): number;
	trace(set: number): Candidate[];
}

/** Room for sums of minutes below the next greater sum of a combined cost. */
const MINUTES = 2 ** 21;

/**
 * The usual case, and a short one: everything fits on one date, and nothing fixed asks for a second.
 * `null` otherwise.
 */
function wholeOnOneDate(
	tables: readonly DayTable[],
	everything: readonly number[],
	prefer: Preference,
): CombinedDates | null {
	const fixed = tables.filter(({ hasFixed }) => hasFixed);
	if (fixed.length > 1 || everything.includes(0)) return null;
	const dates = fixed.length ? fixed : tables;
	const ranked = (table: DayTable, set: number): number => {
		const cost = table.cost(set);
		if (cost === UNREACHABLE) return Infinity;
		const [waiting, end] = [table.waitingOf(cost), table.endOf(cost) - dates[0]!.earliest];
		return prefer === 'least-waiting' ? waiting * MINUTES + end : end * MINUTES + waiting;
	};
	const cost = (set: number) => Math.min(...dates.map((table) => ranked(table, set)));
	const reached = everything.filter((set) => cost(set) !== Infinity);
	if (reached.length === 0) return null;
	return {
		sets: reached,
		cost,
		trace: (set) => dates.find((table) => ranked(table, set) === cost(set))!.trace(set),
	};
}

/**
 * Spreads sets of wishes over the dates, from the last date backwards. A combined cost is
 * (dates, waiting, end) or (dates, end, waiting), packed into one whole number below 2^53; only the
 * last date on which the party comes counts for the end.
 */
function combineDates(
	shortest: readonly DayTable[],
	last: readonly DayTable[],
	sets: number,
	prefer: Preference,
): CombinedDates {
	const [waitingUnit, endUnit] = prefer === 'least-waiting' ? [MINUTES, 1] : [1, MINUTES];
	const origin = shortest.length ? Math.min(...shortest.map((table) => table.earliest)) : 0;

	/** Cost of the set on a date with more to come, and as the last one. */
	const middleCosts = shortest.map((table) => {
		const costs = new Float64Array(sets).fill(Infinity);
		if (!table.hasFixed) costs[0] = 0;
		table.costs().forEach((cost, set) => {
			if (cost !== UNREACHABLE)
				costs[set] = MINUTES * MINUTES + table.waitingOf(cost) * waitingUnit;
		});
		return costs;
	});
	const lastCosts = last.map((table) => {
		const costs = new Float64Array(sets).fill(Infinity);
		if (!table.hasFixed) costs[0] = 0;
		table.costs().forEach((cost, set) => {
			if (cost !== UNREACHABLE)
				costs[set] =
					MINUTES * MINUTES +
					table.waitingOf(cost) * waitingUnit +
					(table.endOf(cost) - origin) * endUnit;
		});
		return costs;
	});

	/** From each date on: the least cost of placing exactly this set on it and the later ones. */
	const fromDate: Float64Array[] = [];
	const after = new Float64Array(sets).fill(Infinity);
	after[0] = 0;
	for (let date = shortest.length - 1; date >= 0; date--) {
		const later = fromDate[date + 1] ?? after;
		const here = new Float64Array(sets).fill(Infinity);
		const middle = middleCosts[date]!;
		const ending = lastCosts[date]!;
		const comesLater = later[0] !== 0;
		for (let today = 0; today < sets; today++) {
			if (middle[today] === Infinity) continue;
			const others = (sets - 1) & ~today;
			for (let rest = others; ; rest = (rest - 1) & others) {
				const closes = rest === 0 && !comesLater;
				const cost = later[rest]! + (closes ? ending[today]! : middle[today]!);
				if (cost < here[today | rest]!) here[today | rest] = cost;
				if (rest === 0) break;
			}
		}
		fromDate[date] = here;
	}
	const costs = fromDate[0] ?? after;

	const traces = new Map<string, Candidate[]>();
	const trace = (date: number, set: number): Candidate[] => {
		const known = traces.get(`${date}/${set}`);
		if (known) return known;
		const later = fromDate[date + 1] ?? after;
		let best: Candidate[] | null = null;
		for (let today = set; ; today = (today - 1) & set) {
			const rest = set & ~today;
			const closes = rest === 0 && later[0] === 0;
			const table = closes ? last[date]! : shortest[date]!;
			const cost = later[rest]! + (closes ? lastCosts[date]![today]! : middleCosts[date]![today]!);
			if (cost === fromDate[date]![set]! && cost !== Infinity) {
				const here = today || table.hasFixed ? table.trace(today) : [];
				const onward = date + 1 < shortest.length ? trace(date + 1, rest) : [];
				const whole = [...here, ...onward];
				if (!best || compareSequences(whole, best) < 0) best = whole;
			}
			if (today === 0) break;
		}
		if (!best) throw new Error('no dates add up to the cost of this set');
		traces.set(`${date}/${set}`, best);
		return best;
	};

	return {
		sets: costs.keys(),
		cost: (set) => costs[set]!,
		trace: (set) => (shortest.length ? trace(0, set) : []),
	};
}
