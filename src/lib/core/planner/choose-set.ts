import type { Candidate } from './candidates';
import { sizeOf } from './packed-sets';
import {
	firstSequence,
	spreadOverAll,
	spreadOverFew,
	type DateTables,
	type Preference,
} from './spread-over-dates';
import type { VisitLimits, WishToPlan } from './visit-problem';

/** What is asked of the sets of wishes. */
export interface SetsWanted {
	readonly wishes: readonly WishToPlan[];
	readonly dates: readonly DateTables[];
	/** The first minute of any date. */
	readonly origin: number;
	readonly prefer: Preference;
	/** Wishes that have a candidate somewhere, as a bit mask. */
	readonly possible: number;
	/** Wishes that must be placed, as a bit mask. */
	readonly required: number;
	readonly limits: VisitLimits;
}

/** So many sets are tried one by one before all are reckoned at once. */
const TRIED = 12;

/**
 * Where to place which wishes, by most weight of must-haves, most weight, then cost and, of equal ones,
 * the first by start and desk. `null` when nothing that is asked for can be placed.
 */
export function chooseSet(wanted: SetsWanted): readonly Candidate[] | null {
	const { wishes, dates, origin, prefer, possible, required } = wanted;
	if (required & ~possible) return null;
	const sets = 1 << wishes.length;
	const few = spreadOverFew(dates, origin, prefer, sets);
	let tried = 0;
	for (const group of groupsByWeight(wanted)) {
		// What takes more than two dates, or many tries, is looked up in the table of everything.
		if ((tried += group.length) > TRIED) break;
		const found = cheapest(group, few.cost);
		if (found.length) return firstSequence(found.map(few.trace));
		if (dates.length > 2) break;
	}
	const all = spreadOverAll(dates, origin, prefer, sets);
	for (const group of groupsByWeight(wanted)) {
		const found = cheapest(group, all.cost);
		if (found.length) return firstSequence(found.map(all.trace));
	}
	return null;
}

/** The sets of the least cost; none when no set can be placed. */
function cheapest(sets: readonly number[], costOf: (set: number) => number): number[] {
	let best: number[] = [];
	let least = Infinity;
	for (const set of sets) {
		const cost = costOf(set);
		if (cost < least) [best, least] = [[set], cost];
		else if (cost === least && cost !== Infinity) best.push(set);
	}
	return best;
}

interface SetWeights {
	readonly must: Float64Array;
	readonly all: Float64Array;
}

function setWeights(wishes: readonly WishToPlan[]): SetWeights {
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

/**
 * The sets that limits allow, heaviest first, those of equal weight together. The first group, which
 * mostly is all that is needed, is found without sorting all of them.
 */
function* groupsByWeight({ wishes, possible, required, limits }: SetsWanted): Generator<number[]> {
	const isAllowed = limitTest(wishes, limits);
	const light = wishes.reduce((mask, { weight }, index) => mask | (weight ? 0 : 1 << index), 0);
	const heaviest = possible & ~light;
	const top: number[] = [];
	for (let extra = possible & light; ; extra = (extra - 1) & possible & light) {
		const set = heaviest | extra;
		if ((set & required) === required && isAllowed(set)) top.push(set);
		if (extra === 0) break;
	}
	if (top.length) yield top;
	const { must, all } = setWeights(wishes);
	const rest: number[] = [];
	for (let set = possible; ; set = (set - 1) & possible) {
		const isTop = (set & heaviest) === heaviest;
		if (!isTop && (set & required) === required && isAllowed(set)) rest.push(set);
		if (set === 0) break;
	}
	rest.sort((a, b) => must[b]! - must[a]! || all[b]! - all[a]! || a - b);
	for (let from = 0; from < rest.length;) {
		const first = rest[from]!;
		let to = from + 1;
		while (to < rest.length && must[rest[to]!] === must[first] && all[rest[to]!] === all[first])
			to++;
		yield rest.slice(from, to);
		from = to;
	}
}

/** Whether as many wishes may be placed, in all and for each student. */
function limitTest(
	wishes: readonly WishToPlan[],
	{ family, perStudent }: VisitLimits,
): (set: number) => boolean {
	if (family === undefined && perStudent === undefined) return () => true;
	const masks = new Map<string, number>();
	wishes.forEach(({ student }, index) => {
		if (student !== undefined) masks.set(student, (masks.get(student) ?? 0) | (1 << index));
	});
	const limited = [...masks].flatMap(([student, mask]) => {
		const limit = perStudent?.[student];
		return limit === undefined ? [] : [{ mask, limit }];
	});
	return (set) =>
		(family === undefined || sizeOf(set) <= family) &&
		limited.every(({ mask, limit }) => sizeOf(set & mask) <= limit);
}
