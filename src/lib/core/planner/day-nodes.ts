import type { Stretch } from '../time/stretch';
import type { Candidate, DayCandidates } from './candidates';

/**
 * What can and must happen on one date, in order of start, as columns: one number of a node is one
 * candidate or one fixed appointment. Minutes are counted from `base`.
 */
export interface DayNodes {
	readonly date: number;
	readonly count: number;
	readonly base: number;
	/** The latest end. */
	readonly horizon: number;
	readonly start: readonly number[];
	readonly end: readonly number[];
	/** The place's number among those of the turns. */
	readonly place: readonly number[];
	/** The candidate's wish; of a fixed appointment `FIXED`. */
	readonly wish: readonly number[];
	/** The nodes from the latest end to the earliest. */
	readonly byEnd: readonly number[];
	readonly fixedCount: number;
	/** Wishes that have a candidate, as a bit mask. */
	readonly known: number;
	/** `null` for a fixed appointment. */
	candidate(node: number): Candidate | null;
}

/** In the place of a wish: the appointment stands already. */
export const FIXED = -1;

/** The columns of a date. */
export function dayNodes({ date, candidates, fixed }: DayCandidates): DayNodes {
	const start: number[] = [];
	const end: number[] = [];
	const place: number[] = [];
	const wish: number[] = [];
	const base = Math.min(candidates[0]?.slot.start ?? Infinity, fixed[0]?.start ?? Infinity);
	const entries: (Candidate | null)[] = [];
	let horizon = 0;
	let known = 0;
	const add = (stretch: Stretch, at: number, candidate: Candidate | null) => {
		entries.push(candidate);
		start.push(stretch.start - base);
		end.push(stretch.end - base);
		place.push(at);
		wish.push(candidate ? candidate.wish : FIXED);
		if (candidate) known |= 1 << candidate.wish;
		horizon = Math.max(horizon, stretch.end - base);
	};
	let passed = 0;
	const addFixedBefore = (minute: number) => {
		for (; passed < fixed.length && fixed[passed]!.start < minute; passed++)
			add(fixed[passed]!, fixed[passed]!.place, null);
	};
	for (const candidate of candidates) {
		addFixedBefore(candidate.slot.start);
		add(candidate.slot, candidate.place, candidate);
	}
	addFixedBefore(Infinity);
	return {
		date,
		count: entries.length,
		base,
		horizon,
		start,
		end,
		place,
		wish,
		known,
		byEnd: latestEndFirst(end),
		fixedCount: fixed.length,
		candidate: (node) => entries[node]!,
	};
}

/** In order of start they are nearly in order of end: each is moved to its place, which is not far. */
function latestEndFirst(end: readonly number[]): number[] {
	const order: number[] = [];
	for (let node = end.length - 1; node >= 0; node--) {
		let at = order.push(node) - 1;
		for (; at > 0 && end[order[at - 1]!]! < end[node]!; at--) order[at] = order[at - 1]!;
		order[at] = node;
	}
	return order;
}

/** So many candidates do not overlap each other at the most, whoever is met. */
export function mostAppointments({ count, start, end, wish, byEnd }: DayNodes): number {
	let most = 0;
	let free = 0;
	for (let at = count - 1; at >= 0; at--) {
		const node = byEnd[at]!;
		if (wish[node] === FIXED || start[node]! < free) continue;
		free = end[node]!;
		most++;
	}
	return most;
}
