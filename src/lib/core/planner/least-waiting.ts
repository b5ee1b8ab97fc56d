import { FIXED, type DayNodes } from './day-nodes';
import { wishesIn } from './packed-sets';
import type { TurnTable } from './turn-table';

/** Nobody who meets all of a set of wishes on a date waits less, in minutes; `Infinity` when nobody can. */
export type LeastWaiting = (set: number) => number;

/**
 * The waits between appointments in a row, each at least as long as the way takes and the times of the
 * slots allow. Whatever the order, going from wish to wish joins them all, and nothing that joins them
 * is shorter than the shortest tree (Prim, 1957). Whatever is fixed on the date is left out of account:
 * the bound is for a date where nothing is.
 */
export function leastWaiting(nodes: DayNodes, turns: TurnTable): LeastWaiting {
	const places = placesByWish(nodes);
	const gaps = new Map<number, number>();
	const gapFor = (turn: number): number => {
		let gap = gaps.get(turn);
		if (gap === undefined) gaps.set(turn, (gap = leastGap(nodes, turn)));
		return gap;
	};
	const turnBetween = (one: number, other: number): number => {
		let least = Infinity;
		for (const from of places[one]!)
			for (const to of places[other]!)
				least = Math.min(least, turns.minutes[from * turns.places + to]!);
		return least;
	};
	return (set) => {
		const outside = wishesIn(set);
		let joined = outside.pop();
		if (joined === undefined) return 0;
		/** By wish outside: the shortest turn between it and one that is joined. */
		const turn = outside.map(() => Infinity);
		let waiting = 0;
		while (outside.length) {
			let next = 0;
			for (let index = 0; index < outside.length; index++) {
				turn[index] = Math.min(turn[index]!, turnBetween(joined, outside[index]!));
				if (turn[index]! < turn[next]!) next = index;
			}
			waiting += gapFor(turn[next]!);
			joined = outside[next]!;
			outside[next] = outside.at(-1)!;
			turn[next] = turn.at(-1)!;
			outside.pop();
			turn.pop();
		}
		return waiting;
	};
}

/** Where each wish can be met. */
function placesByWish({ count, wish, place }: DayNodes): number[][] {
	const places: number[][] = [];
	for (let node = 0; node < count; node++) {
		if (wish[node] === FIXED) continue;
		const known = (places[wish[node]!] ??= []);
		if (!known.includes(place[node]!)) known.push(place[node]!);
	}
	return places;
}

/** Minutes between the end of one candidate and the start of the next that there is time for. */
function leastGap({ count, start, end, wish, byEnd }: DayNodes, turn: number): number {
	let least = Infinity;
	let next = 0;
	for (let at = count - 1; at >= 0; at--) {
		const node = byEnd[at]!;
		if (wish[node] === FIXED) continue;
		while (next < count && (wish[next] === FIXED || start[next]! < end[node]! + turn)) next++;
		if (next === count) break;
		least = Math.min(least, start[next]! - end[node]!);
	}
	return least;
}
