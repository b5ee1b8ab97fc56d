import type { Candidate, DayCandidates } from './candidates';
import { maskOf, packed, unpackedSets } from './packed-sets';
import { setsBySize } from './sets-by-size';
import type { TurnTable } from './turn';

/**
 * The exact sums of one date, for every set of wishes at once.
 *
 * A set of wishes is a bit mask. The table is filled backwards in time: for each candidate
 * appointment and each set of wishes that come after it, the least cost of the rest of the date.
 * The time is swept from the latest end to the earliest; an appointment becomes reachable from a
 * place once there is time for the turn. So each pair of appointments is never looked at: the work
 * is (candidates) x (sets) x (places that differ in their ways). It is the method of Bellman, Held
 * and Karp (1962), with the last place kept instead of the last visit. Wishes that cannot be met on
 * the date have no bit in its tables.
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
	day: DayCandidates,
	wishCount: number,
	turns: TurnTable,
	ranking: Ranking,
	least = 0,
): DayTable {
	const { candidates, fixed } = day;
	const known = maskOf(candidates.map(({ wish }) => wish));
	const bits = packed(known, wishCount);
	const bySize = setsBySize(bits.count);
	const sets = bySize.count;
	const [waitingUnit, endUnit] = ranking === 'waiting-then-end' ? [MAJOR, 1] : [1, MAJOR];

	const count = candidates.length + fixed.length;
	const start = new Int32Array(count);
	const end = new Int32Array(count);
	const place = new Int32Array(count);
	/** The wish's number among those of this date; of a fixed appointment, one more than there are. */
	const wish = new Int32Array(count).fill(bits.count);
	let base = Infinity;
	for (let node = 0; node < count; node++) {
		const stretch = candidates[node]?.slot ?? fixed[node - candidates.length]!;
		base = Math.min(base, stretch.start);
		place[node] = turns.numberOf.get(stretch.place)!;
		if (node < candidates.length) wish[node] = bits.indexOf[candidates[node]!.wish]!;
	}
	let horizon = 0;
	for (let node = 0; node < count; node++) {
		const stretch = candidates[node]?.slot ?? fixed[node - candidates.length]!;
		start[node] = stretch.start - base;
		end[node] = stretch.end - base;
		horizon = Math.max(horizon, end[node]!);
	}
	if (horizon >= MAJOR) throw new RangeError('the slots of one date span more than five days');
	const bitOf = (node: number): number => (node < candidates.length ? 1 << wish[node]! : 0);
	const { classOf, ways } = departureClasses(place, bitOf, turns);
	const classes = ways.length;
	const room = roomAround(start, end, candidates.length, horizon, turns);

	/**
	 * Cost of the rest of the date from each appointment on, for each set that has its wish, in order of
	 * the sets' sizes. Only sets of sizes that fit between here and the date's end, with enough room for
	 * the others before, are ever looked at: from `from[node]` to before `to[node]`.
	 */
	const rowLength = sets >> 1;
	const rows = new Int32Array(candidates.length * rowLength + fixed.length * sets);
	const rowStart = new Int32Array(count);
	const from = new Int32Array(count);
	const to = new Int32Array(count);
	for (let node = 0; node < count; node++) {
		const isFixed = node >= candidates.length;
		const ownWish = isFixed ? 0 : 1;
		rowStart[node] = isFixed
			? candidates.length * rowLength + (node - candidates.length) * sets
			: node * rowLength;
		const most = Math.min(bits.count, ownWish + room.after(end[node]!));
		const fewest = Math.max(ownWish, least - room.before(start[node]!));
		const sizes = bySize.sizes[wish[node]!]!;
		from[node] = sizes[Math.min(fewest, bits.count + 1)]!;
		to[node] = Math.max(from[node]!, sizes[most + 1]!);
	}
	/** How many fixed appointments come after it. */
	const fixedAfter = new Int32Array(count);
	/** By departure class: the cheapest continuation that can be reached in time, without the way. */
	const reachable = new Int32Array(classes * sets).fill(UNREACHABLE);
	let fixedSeen = 0;
	let nextFixed = -1;

	/** Fills a row from what can be reached: each set that has the wish, from the set without it. */
	const reach = (node: number): void => {
		const list = bySize.lists[wish[node]!]!;
		const row = rowStart[node]!;
		const table = classOf[place[node]!]! * sets;
		const bit = bitOf(node);
		const sinceEnd = end[node]! * waitingUnit;
		for (let at = from[node]!; at < to[node]!; at++)
			rows[row + at] = reachable[table + (list[at]! ^ bit)]! - sinceEnd;
	};

	/** Lowers a table of all sets to a row's costs plus `extra`, where they are less. */
	const improve = (lowered: Int32Array, table: number, node: number, extra: number): void => {
		const list = bySize.lists[wish[node]!]!;
		const row = rowStart[node]!;
		for (let at = from[node]!; at < to[node]!; at++) {
			const set = table + list[at]!;
			const cost = rows[row + at]! + extra;
			if (cost < lowered[set]!) lowered[set] = cost;
		}
	};

	const evaluateCandidate = (node: number): void => {
		reach(node);
		// The smallest set that has the wish is the wish by itself.
		if (fixedSeen === 0 && from[node] === 0) rows[rowStart[node]!] = end[node]! * endUnit;
	};

	const evaluateFixed = (node: number): void => {
		reach(node);
		const row = rowStart[node]!;
		// What is fixed stands, even where two fixed appointments leave too little time between them.
		if (nextFixed >= 0) {
			const wait = Math.max(0, start[nextFixed]! - end[node]!) * waitingUnit;
			const next = rowStart[nextFixed]!;
			const last = Math.min(to[node]!, to[nextFixed]!);
			for (let at = Math.max(from[node]!, from[nextFixed]!); at < last; at++)
				rows[row + at] = Math.min(rows[row + at]!, rows[next + at]! + wait);
		} else if (from[node] === 0) rows[row] = Math.min(rows[row]!, end[node]! * endUnit);
		// Nobody passes a fixed appointment by: whatever comes later is reached through it alone.
		reachable.fill(UNREACHABLE);
		nextFixed = node;
		fixedSeen++;
	};

	// Lists by minute: who ends then, and which appointment can from then on be reached from where.
	const firstEnding = new Int32Array(horizon + 1).fill(-1);
	const nextEnding = new Int32Array(count);
	const firstOpening = new Int32Array(horizon + 1).fill(-1);
	const nextOpening = new Int32Array(count * classes);
	for (let node = 0; node < count; node++) {
		nextEnding[node] = firstEnding[end[node]!]!;
		firstEnding[end[node]!] = node;
		for (let departure = 0; departure < classes; departure++) {
			const minute = start[node]! - ways[departure]![place[node]!]!;
			if (minute <= 0) continue;
			nextOpening[node * classes + departure] = firstOpening[minute]!;
			firstOpening[minute] = node * classes + departure;
		}
	}
	const isFixed = (node: number): boolean => node >= candidates.length;
	for (let minute = horizon; minute > 0; minute--) {
		for (let opening = firstOpening[minute]!; opening >= 0; opening = nextOpening[opening]!) {
			const node = Math.floor(opening / classes);
			if (fixedAfter[node]! + (isFixed(node) ? 1 : 0) !== fixedSeen) continue;
			improve(reachable, (opening - node * classes) * sets, node, start[node]! * waitingUnit);
		}
		for (let node = firstEnding[minute]!; node >= 0; node = nextEnding[node]!) {
			fixedAfter[node] = fixedSeen;
			if (isFixed(node)) evaluateFixed(node);
			else evaluateCandidate(node);
		}
	}

	/** Where the date can begin: no fixed appointment lies before it. */
	const first: number[] = [];
	for (let node = 0; node < count; node++)
		if (fixedAfter[node]! + (isFixed(node) ? 1 : 0) === fixedSeen) first.push(node);
	const costIn = (node: number, set: number): number => {
		const at = bySize.places[wish[node]!]![set]!;
		return at >= from[node]! && at < to[node]! ? rows[rowStart[node]! + at]! : UNREACHABLE;
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
	let order: number[] | null = null;

	function* trace(mask: number): Generator<Candidate> {
		order ??= Array.from({ length: count }, (_, node) => node).sort(
			(a, b) => start[a]! - start[b]! || a - b,
		);
		let left = bits.pack(mask);
		let fixedLeft = fixed.length;
		let onward = leastCost(left);
		let at = -1;
		while (left || fixedLeft) {
			const next = order.find((node) => {
				if (isFixed(node) ? fixedAfter[node] !== fixedLeft - 1 : fixedAfter[node] !== fixedLeft)
					return false;
				if ((left & bitOf(node)) !== bitOf(node)) return false;
				const way = at < 0 ? 0 : wayCost(at, node);
				return way !== null && costIn(node, left) + way === onward;
			});
			if (next === undefined) throw new Error('no appointments add up to the cost of this set');
			onward = costIn(next, left);
			left &= ~bitOf(next);
			const candidate = candidates[next];
			if (candidate) yield candidate;
			else fixedLeft--;
			at = next;
		}
	}

	const waitingFirst = ranking === 'waiting-then-end';
	return {
		date: day.date,
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
		hasFixed: fixed.length > 0,
		waitingOf: (cost) => (waitingFirst ? Math.floor(cost / MAJOR) : cost % MAJOR),
		endOf: (cost) => base + (waitingFirst ? cost % MAJOR : Math.floor(cost / MAJOR)),
	};
}

/** How many appointments there could be, at the most, after and before a minute. */
interface Room {
	after(minute: number): number;
	before(minute: number): number;
}

/**
 * Counts without asking who is met: one after the other, the one that ends first next (which is the most
 * there can be; Kleinberg and Tardos, Algorithm Design, section 4.1), with the shortest turn between them.
 */
function roomAround(
	start: Int32Array,
	end: Int32Array,
	candidates: number,
	horizon: number,
	{ minutes }: TurnTable,
): Room {
	const turn = minutes.length ? minutes.reduce((a, b) => Math.min(a, b)) : 0;
	const NONE = MAJOR;
	const earliestEnd = new Int32Array(horizon + 2).fill(NONE);
	const latestStart = new Int32Array(horizon + 2).fill(-1);
	for (let node = 0; node < candidates; node++) {
		earliestEnd[start[node]!] = Math.min(earliestEnd[start[node]!]!, end[node]!);
		latestStart[end[node]!] = Math.max(latestStart[end[node]!]!, start[node]!);
	}
	const after = new Int32Array(horizon + 2);
	for (let minute = horizon; minute >= 0; minute--) {
		earliestEnd[minute] = Math.min(earliestEnd[minute]!, earliestEnd[minute + 1]!);
		const ends = earliestEnd[minute]!;
		if (ends < NONE) after[minute] = 1 + (after[Math.min(ends + turn, horizon + 1)] ?? 0);
	}
	const before = new Int32Array(horizon + 2);
	for (let minute = 1; minute <= horizon; minute++) {
		latestStart[minute] = Math.max(latestStart[minute]!, latestStart[minute - 1]!);
		const starts = latestStart[minute]!;
		if (starts >= 0) before[minute] = 1 + before[Math.max(0, starts - turn)]!;
	}
	return {
		after: (minute) => after[Math.min(minute + turn, horizon + 1)]!,
		before: (minute) => before[Math.max(0, minute - turn)]!,
	};
}

interface DepartureClasses {
	/** Place's number to that of its class. */
	readonly classOf: Int32Array;
	/** By class: minutes of the turn to each place. */
	readonly ways: readonly Int32Array[];
}

/**
 * Places from which every way is equally long share a class. Where only one wish can be met at a
 * place, nobody goes from it to itself, and that way does not tell it apart from its neighbours.
 */
function departureClasses(
	place: Int32Array,
	bitOf: (node: number) => number,
	{ places, minutes }: TurnTable,
): DepartureClasses {
	/** Who can be met at a place; a fixed appointment is somebody of its own. */
	const metAt = new Int32Array(places);
	const isShared = new Uint8Array(places);
	const isHere = new Uint8Array(places);
	for (let node = 0; node < place.length; node++) {
		const at = place[node]!;
		const bit = bitOf(node);
		if (isHere[at] && (bit === 0 || metAt[at] !== bit)) isShared[at] = 1;
		metAt[at] = metAt[at]! | bit;
		isHere[at] = 1;
	}
	const here: number[] = [];
	for (let at = 0; at < places; at++) if (isHere[at]) here.push(at);

	const classOf = new Int32Array(places);
	const ways: Int32Array[] = [];
	const UNSET = -1;
	for (const from of here) {
		const wayTo = (to: number) =>
			from !== to || isShared[from] ? minutes[from * places + to]! : UNSET;
		let index = ways.findIndex((row) =>
			here.every((to) => row[to] === UNSET || wayTo(to) === UNSET || row[to] === wayTo(to)),
		);
		if (index < 0) index = ways.push(new Int32Array(places).fill(UNSET)) - 1;
		const row = ways[index]!;
		for (const to of here) if (row[to] === UNSET) row[to] = wayTo(to);
		classOf[from] = index;
	}
	for (const row of ways) for (const to of here) if (row[to] === UNSET) row[to] = 0;
	return { classOf, ways };
}
