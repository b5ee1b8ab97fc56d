import { compareSlots, type Candidate } from './candidates';
import { UNREACHABLE, type DayTable } from './day-table';

/** What is put first among visits of equal weight on equally many dates. */
export type Preference = 'least-waiting' | 'earliest-end';

/** The tables of one date. */
export interface DateTables {
	readonly hasFixed: boolean;
	/** No appointment starts before it; on the problem's own axis. */
	readonly earliest: number;
	/** By least waiting: for a date after which there is another one. */
	shortest(): DayTable;
	/** By the preference: for the last date of the visit. */
	last(): DayTable;
	/** The same, good for this set and larger ones only; `null` when it cannot be met on the date. */
	lastWith(set: number): DayTable | null;
	/** Nobody who meets all of the set on this date waits less, in minutes. */
	leastWaiting(set: number): number;
}

/** Costs of sets of wishes spread over the dates: (dates, waiting, end), or (dates, end, waiting). */
export interface Spread {
	/** Comparable cost of the best way to place exactly this set; `Infinity` when there is none. */
	cost(set: number): number;
	/** The appointments of that way; of equal ones the first by start and desk. */
	trace(set: number): Iterable<Candidate>;
}

/** Room for sums of minutes below the next greater sum of a combined cost. */
const MINUTES = 2 ** 21;
const DATES = MINUTES * MINUTES;

function compareCandidates(a: Candidate, b: Candidate): number {
	return compareSlots(a.slot, b.slot) || a.wish - b.wish || (a.adult ?? 0) - (b.adult ?? 0);
}

/**
 * Of several sequences the first by start and desk of each appointment in turn; one that ends before
 * another comes first. They are followed side by side, and only as far as they are told apart.
 */
export function firstSequence(sequences: readonly Iterable<Candidate>[]): Candidate[] {
	if (sequences.length === 1) return [...sequences[0]!];
	let left = sequences.map((sequence) => sequence[Symbol.iterator]());
	const result: Candidate[] = [];
	for (;;) {
		const steps = left.map((iterator) => ({ iterator, step: iterator.next() }));
		if (steps.some(({ step }) => step.done)) return result;
		const least = steps
			.map(({ step }) => step.value as Candidate)
			.reduce((a, b) => (compareCandidates(b, a) < 0 ? b : a));
		result.push(least);
		left = steps
			.filter(({ step }) => compareCandidates(step.value as Candidate, least) === 0)
			.map(({ iterator }) => iterator);
	}
}

/** The sums of one date as parts of a combined cost, counted from the first minute there is. */
class CostOfDate {
	constructor(
		private readonly prefer: Preference,
		private readonly origin: number,
	) {}

	middle(table: DayTable, cost: number): number {
		if (cost === UNREACHABLE) return Infinity;
		return DATES + table.waitingOf(cost) * (this.prefer === 'least-waiting' ? MINUTES : 1);
	}

	last(table: DayTable, cost: number): number {
		if (cost === UNREACHABLE) return Infinity;
		return this.sum(table.waitingOf(cost), table.endOf(cost));
	}

	/** Of the last date of a visit; `end` on the problem's own axis. */
	sum(waiting: number, end: number): number {
		const after = end - this.origin;
		return (
			DATES +
			(this.prefer === 'least-waiting' ? waiting * MINUTES + after : after * MINUTES + waiting)
		);
	}
}

/** What each set costs on a date, as part of a combined cost; reckoned when it is first asked for. */
class CostsOfDates {
	readonly #of: CostOfDate;
	readonly #middle = new Map<DateTables, Float64Array>();
	readonly #last = new Map<DateTables, Float64Array>();

	constructor(
		prefer: Preference,
		origin: number,
		private readonly sets: number,
	) {
		this.#of = new CostOfDate(prefer, origin);
	}

	/** On a date with more to come. */
	middle(date: DateTables): Float64Array {
		let costs = this.#middle.get(date);
		if (!costs) {
			costs = this.#costs(date, date.shortest(), (table, cost) => this.#of.middle(table, cost));
			this.#middle.set(date, costs);
		}
		return costs;
	}

	/** On the last date of the visit. */
	last(date: DateTables): Float64Array {
		let costs = this.#last.get(date);
		if (!costs) {
			costs = this.#costs(date, date.last(), (table, cost) => this.#of.last(table, cost));
			this.#last.set(date, costs);
		}
		return costs;
	}

	/** On the last date, of one set. */
	lastOf(date: DateTables, set: number): number {
		const known = this.#last.get(date);
		if (known) return known[set]!;
		const table = date.lastWith(set);
		return table ? this.#of.last(table, table.cost(set)) : Infinity;
	}

	/** On the last date, of one set: no less than this, whatever the date's table says. */
	atLeast(date: DateTables, set: number): number {
		return this.#of.sum(date.leastWaiting(set), date.earliest);
	}

	#costs(
		{ hasFixed }: DateTables,
		table: DayTable,
		costOf: (table: DayTable, cost: number) => number,
	): Float64Array {
		const costs = new Float64Array(this.sets).fill(Infinity);
		const own = table.costs();
		for (let set = 0; set < this.sets; set++)
			if (own[set] !== UNREACHABLE) costs[set] = costOf(table, own[set]!);
		// Nothing on a date where nothing stands is staying at home.
		if (!hasFixed) costs[0] = Infinity;
		return costs;
	}
}

interface Found {
	readonly cost: number;
	readonly ways: readonly (() => Iterable<Candidate>)[];
}

const NOWHERE: Found = { cost: Infinity, ways: [] };

/**
 * Whole sets on one date or two, without looking at the others before they are needed: the usual case,
 * and a short one. A set that needs more dates is left to `spreadOverAll`: its cost here is `Infinity`.
 */
export function spreadOverFew(
	dates: readonly DateTables[],
	origin: number,
	prefer: Preference,
	sets: number,
): Spread {
	const costs = new CostsOfDates(prefer, origin, sets);
	const withFixed = dates.filter(({ hasFixed }) => hasFixed);
	const known = new Map<number, Found>();

	const onOne = (set: number): Found => {
		if (withFixed.length > 1) return NOWHERE;
		if (set === 0 && withFixed.length === 0) return { cost: 0, ways: [() => []] };
		let best = NOWHERE;
		const promising = (withFixed.length ? withFixed : dates)
			.map((date) => ({ date, least: costs.atLeast(date, set) }))
			.sort((a, b) => a.least - b.least);
		for (const { date, least } of promising) {
			if (least >= best.cost) break;
			const cost = costs.lastOf(date, set);
			if (cost < best.cost) best = { cost, ways: [() => date.lastWith(set)!.trace(set)] };
		}
		return best;
	};

	const onTwo = (set: number): Found => {
		let least = Infinity;
		let ways: { earlier: DateTables; later: DateTables; today: number }[] = [];
		for (const [second, later] of dates.entries())
			for (const earlier of dates.slice(0, second)) {
				if (!withFixed.every((date) => date === earlier || date === later)) continue;
				const [before, after] = [costs.middle(earlier), costs.last(later)];
				for (let today = set; ; today = (today - 1) & set) {
					const cost = before[today]! + after[set & ~today]!;
					if (cost < least) [least, ways] = [cost, [{ earlier, later, today }]];
					else if (cost === least && cost !== Infinity) ways.push({ earlier, later, today });
					if (today === 0) break;
				}
			}
		return {
			cost: least,
			ways: ways.map(
				({ earlier, later, today }) =>
					() =>
						inTurn(earlier.shortest().trace(today), () => later.last().trace(set & ~today)),
			),
		};
	};

	const find = (set: number): Found => {
		let found = known.get(set);
		if (!found) {
			found = onOne(set);
			if (found === NOWHERE) found = onTwo(set);
			known.set(set, found);
		}
		return found;
	};
	return {
		cost: (set) => find(set).cost,
		trace: (set) => firstSequence(find(set).ways.map((way) => way())),
	};
}

function* inTurn(
	first: Iterable<Candidate>,
	second: () => Iterable<Candidate>,
): Generator<Candidate> {
	yield* first;
	yield* second();
}

/** Every set over all of the dates, from the last date backwards. */
export function spreadOverAll(
	dates: readonly DateTables[],
	origin: number,
	prefer: Preference,
	sets: number,
): Spread {
	const costs = new CostsOfDates(prefer, origin, sets);
	const atHome = (date: DateTables, of: Float64Array): Float64Array => {
		if (date.hasFixed) return of;
		const copy = of.slice();
		copy[0] = 0;
		return copy;
	};
	const middleCosts = dates.map((date) => atHome(date, costs.middle(date)));
	const lastCosts = dates.map((date) => atHome(date, costs.last(date)));

	/** From each date on: the least cost of placing exactly this set on it and the later ones. */
	const fromDate: Float64Array[] = [];
	const after = new Float64Array(sets).fill(Infinity);
	after[0] = 0;
	for (let date = dates.length - 1; date >= 0; date--) {
		const later = fromDate[date + 1] ?? after;
		const here = new Float64Array(sets).fill(Infinity);
		const middle = middleCosts[date]!;
		const ending = lastCosts[date]!;
		const comesLater = later[0] !== 0;
		for (let today = 0; today < sets; today++) {
			if (middle[today] === Infinity) continue;
			const others = (sets - 1) & ~today;
			const cost = middle[today]!;
			for (let rest = others; rest; rest = (rest - 1) & others) {
				const sum = later[rest]! + cost;
				if (sum < here[today | rest]!) here[today | rest] = sum;
			}
			const sum = later[0]! + (comesLater ? cost : ending[today]!);
			if (sum < here[today]!) here[today] = sum;
		}
		fromDate[date] = here;
	}
	const whole = fromDate[0] ?? after;

	const traces = new Map<number, Candidate[]>();
	const trace = (date: number, set: number): Candidate[] => {
		const known = traces.get(date * sets + set);
		if (known) return known;
		const later = fromDate[date + 1] ?? after;
		const ways: Iterable<Candidate>[] = [];
		for (let today = set; ; today = (today - 1) & set) {
			const rest = set & ~today;
			const closes = rest === 0 && later[0] === 0;
			const cost = later[rest]! + (closes ? lastCosts[date]![today]! : middleCosts[date]![today]!);
			if (cost === fromDate[date]![set]! && cost !== Infinity) {
				const table = closes ? dates[date]!.last() : dates[date]!.shortest();
				const here = today || table.hasFixed ? table.trace(today) : [];
				ways.push(inTurn(here, () => (date + 1 < dates.length ? trace(date + 1, rest) : [])));
			}
			if (today === 0) break;
		}
		if (ways.length === 0) throw new Error('no dates add up to the cost of this set');
		const best = firstSequence(ways);
		traces.set(date * sets + set, best);
		return best;
	};
	return {
		cost: (set) => whole[set]!,
		trace: (set) => (dates.length ? trace(0, set) : []),
	};
}
