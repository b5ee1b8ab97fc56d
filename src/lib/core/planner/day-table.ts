import type { Candidate } from './candidates';
import { FIXED, type DayNodes } from './day-nodes';
import { departureClasses } from './departure-classes';
import { packed, unpackedSets } from './packed-sets';
import { roomAround } from './room-around';
import { setsBySize } from './sets-by-size';
import type { TurnTable } from './turn-table';

/**
 * The exact sums of one date, for every set of wishes at once.
 *
 * A set of wishes is a bit mask. The table is filled backwards in time: for each candidate
 * appointment and each set of wishes that come after it, the least cost of the rest of the date.
 * The appointments are taken from the latest end to the earliest; what there is time to go on to from
 * one is kept for each place that differs in its ways, and only grows. So each pair of appointments is
 * never looked at: the work is (candidates) x (sets) x (places that differ in their ways). It is the
 * method of Bellman, Held and Karp (1962), with the last place kept instead of the last visit. Wishes
 * that cannot be met on the date have no bit in its tables.
 */
export interface DayTable {
	readonly date: number;
	/** The start of the first appointment that is possible, on the problem's own axis. */
	readonly earliest: number;
	/** Least cost for exactly this set on this date, or `UNREACHABLE`. */
	cost(set: number): number;
	/** The same for all sets. */
	costs(): Int32Array;
	/** Cheapest appointments for the set in order of time, one by one; ties by start, desk, length, wish. */
	trace(set: number): Iterable<Candidate>;
	readonly hasFixed: boolean;
	waitingOf(cost: number): number;
	/** On the problem's own axis. */
	endOf(cost: number): number;
}

/** What a date's cost puts first. */
export type Ranking = 'waiting-then-end' | 'end-then-waiting';

export const UNREACHABLE = 0x3fffffff;
/** Larger than any number of minutes within one date. */
export const MAJOR = 1 << 13;
/**
 * Costs of what cannot be reached drift on the way by less than two dates' worth of minutes; whatever
 * is above this cannot be reached, and whatever can be is below it.
 */
const REACHABLE = UNREACHABLE - 3 * MAJOR * MAJOR;

/**
 * Fills the table of one date. `wishCount` at most 20 or so: memory grows with 2^wishCount. Sets of
 * fewer than `least` wishes are not asked for; what could only belong to them is passed over.
 */
export function fillDayTable(
	nodes: DayNodes,
	wishCount: number,
	turns: TurnTable,
	ranking: Ranking,
	least = 0,
): DayTable {
	const { count, base, start, end, place, known, byEnd } = nodes;
	if (nodes.horizon >= MAJOR)
		throw new RangeError('the slots of one date span more than five days');
	const bits = packed(known, wishCount);
	const bySize = setsBySize(bits.count);
	const sets = bySize.count;
	const waitingFirst = ranking === 'waiting-then-end';
	const waitingUnit = waitingFirst ? MAJOR : 1;
	const endUnit = waitingFirst ? 1 : MAJOR;
	const { places, classOf, ways } = departureClasses(nodes, turns);
	const room = roomAround(nodes, turns.shortest);

	const isFixed = (node: number): boolean => nodes.wish[node] === FIXED;
	/** The wish's number among those of this date; of a fixed appointment, one more than there are. */
	const wish = nodes.wish.map((of) => (of === FIXED ? bits.count : bits.indexOf[of]!));
	/** Of a fixed appointment, none. */
	const bitOf = (node: number): number => (isFixed(node) ? 0 : 1 << wish[node]!);

	/**
	 * Only sets of sizes that fit between a node and the date's end, with enough room for the others
	 * before, are ever looked at: of the sets that have its wish, in order of their sizes, those from
	 * `from[node]` to before `to[node]`. What the rest of the date costs from the node on for the one at
	 * `at` is in `rows[row[node] + at]`.
	 */
	const from: number[] = [];
	const to: number[] = [];
	const row: number[] = [];
	let length = 0;
	for (let node = 0; node < count; node++) {
		const own = isFixed(node) ? 0 : 1;
		const most = Math.min(bits.count, own + room.after[node]!);
		const fewest = Math.max(own, least - room.before[node]!);
		const sizes = bySize.sizes[wish[node]!]!;
		const first = sizes[Math.min(fewest, bits.count + 1)]!;
		const last = Math.max(first, sizes[most + 1]!);
		from.push(first);
		to.push(last);
		row.push(length - first);
		length += last - first;
	}
	const rows = new Int32Array(length);

	/** Lowers a table of all sets to a node's costs plus `extra`, where they are less. */
	const improve = (lowered: Int32Array, table: number, node: number, extra: number): void => {
		const list = bySize.lists[wish[node]!]!;
		const [first, last] = [from[node]!, to[node]!];
		for (let at = first, cell = row[node]! + first; at < last; at++, cell++) {
			const set = table + list[at]!;
			const cost = rows[cell]! + extra;
			if (cost < lowered[set]!) lowered[set] = cost;
		}
	};

	/** How many fixed appointments come after it. */
	const fixedAfter = new Array<number>(count).fill(0);
	let fixedSeen = 0;
	let nextFixed = -1;
	/** Nobody passes a fixed appointment by: whatever comes later is reached through it alone. */
	const isNext = (node: number): boolean =>
		fixedAfter[node]! + (isFixed(node) ? 1 : 0) === fixedSeen;

	/** At each place, the node that starts before this one. */
	const earlierAt: number[] = [];
	const lastAt = new Array<number>(turns.places).fill(-1);
	place.forEach((at, node) => {
		earlierAt.push(lastAt[at]!);
		lastAt[at] = node;
	});
	/** By departure class: the cheapest continuation that can be reached in time, without the way. */
	const reachable = new Int32Array(ways.length * sets).fill(UNREACHABLE);
	/** By departure class and place: the latest node that there was no time for so far. */
	const notYet = ways.map(() => lastAt.slice());

	/** Adds what there is time for, leaving the places of a class at a minute. */
	const reachFrom = (departure: number, minute: number): void => {
		const pending = notYet[departure]!;
		const way = ways[departure]!;
		for (const at of places) {
			let node = pending[at]!;
			for (; node >= 0 && start[node]! - way[at]! >= minute; node = earlierAt[node]!)
				if (isNext(node)) improve(reachable, departure * sets, node, start[node]! * waitingUnit);
			pending[at] = node;
		}
	};

	const fillRow = (node: number): void => {
		const departure = classOf[place[node]!]!;
		reachFrom(departure, end[node]!);
		const list = bySize.lists[wish[node]!]!;
		const table = departure * sets;
		const bit = bitOf(node);
		const sinceEnd = end[node]! * waitingUnit;
		const [first, last] = [from[node]!, to[node]!];
		for (let at = first, cell = row[node]! + first; at < last; at++, cell++)
			rows[cell] = reachable[table + (list[at]! ^ bit)]! - sinceEnd;
	};

	/** What is fixed stands, even where two fixed appointments leave too little time between them. */
	const passFixed = (node: number): void => {
		if (nextFixed >= 0) {
			const wait = Math.max(0, start[nextFixed]! - end[node]!) * waitingUnit;
			const last = Math.min(to[node]!, to[nextFixed]!);
			for (let at = Math.max(from[node]!, from[nextFixed]!); at < last; at++) {
				const cell = row[node]! + at;
				rows[cell] = Math.min(rows[cell]!, rows[row[nextFixed]! + at]! + wait);
			}
		} else if (from[node] === 0) rows[row[node]!] = end[node]! * endUnit;
		reachable.fill(UNREACHABLE);
		nextFixed = node;
		fixedSeen++;
	};

	for (let at = 0; at < count; at++) {
		const node = byEnd[at]!;
		fillRow(node);
		fixedAfter[node] = fixedSeen;
		if (isFixed(node)) passFixed(node);
		// The smallest set that has the wish is the wish by itself.
		else if (fixedSeen === 0 && from[node] === 0) rows[row[node]!] = end[node]! * endUnit;
	}

	/** Where the date can begin: no fixed appointment lies before it. */
	const first: number[] = [];
	for (let node = 0; node < count; node++) if (isNext(node)) first.push(node);
	const costIn = (node: number, set: number): number => {
		const at = bySize.places[wish[node]!]![set]!;
		return at >= from[node]! && at < to[node]! ? rows[row[node]! + at]! : UNREACHABLE;
	};
	const leastCost = (set: number): number => {
		let cheapest = UNREACHABLE;
		for (const node of first)
			if ((set & bitOf(node)) === bitOf(node)) cheapest = Math.min(cheapest, costIn(node, set));
		return cheapest < REACHABLE ? cheapest : UNREACHABLE;
	};

	/** Cost of the way from one appointment to the next, or `null` where there is no time for it. */
	const wayCost = (earlier: number, later: number): number | null => {
		const gap = start[later]! - end[earlier]!;
		if (isFixed(earlier) && isFixed(later)) return Math.max(0, gap) * waitingUnit;
		const needed = turns.minutes[place[earlier]! * turns.places + place[later]!]!;
		return gap >= needed ? gap * waitingUnit : null;
	};

	function* trace(mask: number): Generator<Candidate> {
		let left = bits.pack(mask);
		let fixedLeft = nodes.fixedCount;
		let onward = leastCost(left);
		let at = -1;
		const isOnward = (node: number): boolean => {
			if (fixedAfter[node] !== (isFixed(node) ? fixedLeft - 1 : fixedLeft)) return false;
			if ((left & bitOf(node)) !== bitOf(node)) return false;
			const way = at < 0 ? 0 : wayCost(at, node);
			return way !== null && costIn(node, left) + way === onward;
		};
		while (left || fixedLeft) {
			let next = 0;
			while (next < count && !isOnward(next)) next++;
			if (next === count) throw new Error('no appointments add up to the cost of this set');
			onward = costIn(next, left);
			left &= ~bitOf(next);
			const candidate = nodes.candidate(next);
			if (candidate) yield candidate;
			else fixedLeft--;
			at = next;
		}
	}

	return {
		date: nodes.date,
		earliest: base,
		cost: (set) => ((set & ~known) === 0 ? leastCost(bits.pack(set)) : UNREACHABLE),
		costs: () => {
			const all = new Int32Array(sets).fill(UNREACHABLE);
			for (const node of first) improve(all, 0, node, 0);
			const whole = new Int32Array(1 << wishCount).fill(UNREACHABLE);
			let index = 0;
			for (const set of unpackedSets(known)) {
				const cost = all[index++]!;
				if (cost < REACHABLE) whole[set] = cost;
			}
			return whole;
		},
		trace,
		hasFixed: nodes.fixedCount > 0,
		waitingOf: (cost) => (waitingFirst ? Math.floor(cost / MAJOR) : cost % MAJOR),
		endOf: (cost) => base + (waitingFirst ? cost % MAJOR : Math.floor(cost / MAJOR)),
	};
}
