import type { Candidate, DayCandidates } from './candidates';
import type { TurnMinutes } from './turn';

/**
 * The exact sums of one date, for every set of wishes at once.
 *
 * A set of wishes is a bit mask. The table is filled backwards in time: for each candidate
 * appointment and each set of wishes that come after it, the least cost of the rest of the date.
 * The time is swept from the latest end to the earliest; an appointment becomes reachable from a
 * place once there is time for the turn. So each pair of appointments is never looked at: the work
 * is (candidates) x (sets) x (places that differ in their ways). It is the method of Bellman, Held
 * and Karp (1962), with the last place kept instead of the last visit.
 */
export interface DayTable {
	readonly date: number;
	/** The start of the first appointment that is possible, on the problem's own axis. */
	readonly earliest: number;
	/** Least cost for exactly this set on this date, or `UNREACHABLE`. */
	cost(set: number): number;
	/** The same for all sets. */
	costs(): Int32Array;
	/** Cheapest appointments for the set in order of time; ties by start, desk, length, wish. */
	trace(mask: number): Candidate[];
	readonly hasFixed: boolean;
	waitingOf(cost: number): number;
	/** On the problem's own axis. */
	endOf(cost: number): number;
}

/** What a date's cost puts first. */
export type Ranking = 'waiting-then-end' | 'end-then-waiting';

export const UNREACHABLE = 0x3fffffff;
/** Larger than any number of minutes within one date. */
const MAJOR = 1 << 13;

/** An appointment of the sweep: a candidate, or a fixed one (which serves no wish). */
interface Node {
	readonly start: number;
	readonly end: number;
	readonly place: number;
	/** The wish's bit, or 0 for a fixed appointment. */
	readonly bit: number;
	readonly candidate: Candidate | null;
	/**
	 * Cost of the rest of the date from this appointment on, for each set that has its bit, in
	 * ascending order (so a candidate's row is half as long as the number of sets).
	 */
	readonly row: Int32Array;
	/** How many fixed appointments come after it. */
	fixedAfter: number;
}

/** From now on the appointment can be reached from places of the departure class. */
interface Opening {
	readonly node: Node;
	readonly departure: number;
}

/** Removes a bit from a set that has it, closing up the higher bits: the set's index in a row. */
const rowIndex = (set: number, bit: number): number =>
	bit ? ((set & ~(2 * bit - 1)) >>> 1) | (set & (bit - 1)) : set;

/** Fills the table of one date. `wishCount` at most 20 or so: memory grows with 2^wishCount. */
export function fillDayTable(
	day: DayCandidates,
	wishCount: number,
	turn: TurnMinutes,
	ranking: Ranking,
): DayTable {
	const sets = 1 << wishCount;
	const [waitingUnit, endUnit] = ranking === 'waiting-then-end' ? [MAJOR, 1] : [1, MAJOR];
	const stretches = [...day.candidates.map(({ slot }) => slot), ...day.fixed];
	const base = stretches.reduce((least, { start }) => Math.min(least, start), Infinity);
	const horizon = stretches.reduce((most, { end }) => Math.max(most, end), -Infinity) - base;
	if (horizon >= MAJOR) throw new RangeError('the slots of one date span more than five days');
	const departures = departureClasses(day, turn);

	const rows = new Int32Array(day.candidates.length * (sets >> 1) + day.fixed.length * sets);
	rows.fill(UNREACHABLE);
	let rowStart = 0;
	const nodes: Node[] = stretches.map(({ start, end, place }, index) => {
		const candidate = day.candidates[index] ?? null;
		const length = candidate ? sets >> 1 : sets;
		return {
			start: start - base,
			end: end - base,
			place: departures.classOf.get(place)!,
			bit: candidate ? 1 << candidate.wish : 0,
			candidate,
			row: rows.subarray(rowStart, (rowStart += length)),
			fixedAfter: 0,
		};
	});

	/** By departure class: the cheapest continuation that can be reached in time, without the way. */
	const reachable = departures.ways.map(() => new Int32Array(sets).fill(UNREACHABLE));
	let fixedSeen = 0;
	let nextFixed: Node | null = null;

	const evaluateCandidate = (node: Node): void => {
		reach(node.row, reachable[node.place]!, node.bit, node.end * waitingUnit);
		if (fixedSeen === 0) node.row[0] = node.end * endUnit;
	};

	const evaluateFixed = (node: Node): void => {
		const { row, end } = node;
		reach(row, reachable[node.place]!, 0, end * waitingUnit);
		// What is fixed stands, even where two fixed appointments leave too little time between them.
		if (nextFixed) improve(row, nextFixed.row, 0, Math.max(0, nextFixed.start - end) * waitingUnit);
		else row[0] = Math.min(row[0]!, end * endUnit);
		// Nobody passes a fixed appointment by: whatever comes later is reached through it alone.
		for (const table of reachable) table.fill(UNREACHABLE);
		nextFixed = node;
		fixedSeen++;
	};

	// Buckets by minute: who ends then, and which appointment can from then on be reached from where.
	const endings: Node[][] = Array.from({ length: horizon + 1 }, () => []);
	const openings: Opening[][] = Array.from({ length: horizon + 1 }, () => []);
	nodes.forEach((node, index) => {
		endings[node.end]!.push(node);
		departures.ways.forEach((way, departure) => {
			const latest = node.start - way(stretches[index]!.place);
			if (latest > 0) openings[latest]!.push({ node, departure });
		});
	});
	for (let minute = horizon; minute > 0; minute--) {
		for (const { node, departure } of openings[minute]!)
			if (node.fixedAfter + (node.bit ? 0 : 1) === fixedSeen)
				improve(reachable[departure]!, node.row, node.bit, node.start * waitingUnit);
		for (const node of endings[minute]!) {
			node.fixedAfter = fixedSeen;
			if (node.bit) evaluateCandidate(node);
			else evaluateFixed(node);
		}
	}

	/** Where the date can begin: no fixed appointment lies before it. */
	const first = nodes.filter(({ bit, fixedAfter }) => fixedAfter + (bit ? 0 : 1) === fixedSeen);
	const cost = (set: number): number =>
		first.reduce(
			(least, { bit, row }) =>
				(set & bit) === bit ? Math.min(least, row[rowIndex(set, bit)] ?? UNREACHABLE) : least,
			UNREACHABLE,
		);

	/** Cost of the way from one appointment to the next, or `null` where there is no time for it. */
	const wayCost = (from: number, to: number): number | null => {
		const gap = nodes[to]!.start - nodes[from]!.end;
		if (!nodes[from]!.bit && !nodes[to]!.bit) return Math.max(0, gap) * waitingUnit;
		return gap >= turn(stretches[from]!.place, stretches[to]!.place) ? gap * waitingUnit : null;
	};
	const order = nodes
		.map((_, index) => index)
		.sort((a, b) => nodes[a]!.start - nodes[b]!.start || a - b);

	const trace = (mask: number): Candidate[] => {
		const result: Candidate[] = [];
		let left = mask;
		let fixedLeft = day.fixed.length;
		let onward = cost(mask);
		let at = -1;
		while (left || fixedLeft) {
			const next = order.find((index) => {
				const { bit, fixedAfter, row } = nodes[index]!;
				if (bit ? !(left & bit) || fixedAfter !== fixedLeft : fixedAfter !== fixedLeft - 1)
					return false;
				const way = at < 0 ? 0 : wayCost(at, index);
				return way !== null && row[rowIndex(left, bit)]! + way === onward;
			});
			if (next === undefined) throw new Error('no appointments add up to the cost of this set');
			const { bit, row, candidate } = nodes[next]!;
			onward = row[rowIndex(left, bit)]!;
			left &= ~bit;
			if (candidate) result.push(candidate);
			else fixedLeft--;
			at = next;
		}
		return result;
	};

	const waitingFirst = ranking === 'waiting-then-end';
	return {
		date: day.date,
		earliest: base,
		cost,
		costs: () => {
			const all = new Int32Array(sets).fill(UNREACHABLE);
			for (const { bit, row } of first) improve(all, row, bit, 0);
			return all;
		},
		trace,
		hasFixed: day.fixed.length > 0,
		waitingOf: (cost) => (waitingFirst ? Math.floor(cost / MAJOR) : cost % MAJOR),
		endOf: (cost) => base + (waitingFirst ? cost % MAJOR : Math.floor(cost / MAJOR)),
	};
}

/** Fills a row from what can be reached: each set that has the bit, from the set without it. */
function reach(row: Int32Array, onward: Int32Array, bit: number, sinceEnd: number): void {
	let index = 0;
	for (let set = bit; set < onward.length; set = (set + 1) | bit) {
		const cost = onward[set ^ bit]!;
		row[index++] = cost === UNREACHABLE ? UNREACHABLE : cost - sinceEnd;
	}
}

/** Lowers a table of all sets to a row's costs plus `extra`, where they are less. */
function improve(table: Int32Array, row: Int32Array, bit: number, extra: number): void {
	let index = 0;
	for (let set = bit; set < table.length; set = (set + 1) | bit) {
		const cost = row[index++]! + extra;
		if (cost < table[set]!) table[set] = cost;
	}
}

interface DepartureClasses {
	/** Place to the number of its class. */
	readonly classOf: ReadonlyMap<string, number>;
	/** By class: minutes of the turn to a place. */
	readonly ways: readonly ((to: string) => number)[];
}

/**
 * Places from which every way is equally long share a class. Where only one wish can be met at a
 * place, nobody goes from it to itself, and that way does not tell it apart from its neighbours.
 */
function departureClasses(day: DayCandidates, turn: TurnMinutes): DepartureClasses {
	const wishesAt = new Map<string, Set<number>>();
	const note = (place: string, wish: number) => {
		const wishes = wishesAt.get(place);
		if (wishes) wishes.add(wish);
		else wishesAt.set(place, new Set([wish]));
	};
	for (const { wish, slot } of day.candidates) note(slot.place, wish);
	day.fixed.forEach(({ place }, index) => note(place, -1 - index));
	const places = [...wishesAt.keys()];

	const classOf = new Map<string, number>();
	const classes: Map<string, number>[] = [];
	for (const from of places) {
		const row = new Map<string, number>();
		for (const to of places)
			if (from !== to || wishesAt.get(from)!.size > 1) row.set(to, turn(from, to));
		const alike = (known: Map<string, number>) =>
			places.every((to) => {
				const [a, b] = [known.get(to), row.get(to)];
				return a === undefined || b === undefined || a === b;
			});
		let index = classes.findIndex(alike);
		if (index < 0) index = classes.push(new Map()) - 1;
		for (const [to, minutes] of row) classes[index]!.set(to, minutes);
		classOf.set(from, index);
	}
	return { classOf, ways: classes.map((row) => (to) => row.get(to) ?? 0) };
}
