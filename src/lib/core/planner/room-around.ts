import { FIXED, type DayNodes } from './day-nodes';

/** By node, how many candidates there could be after and before it, at the most. */
export interface RoomAround {
	readonly after: readonly number[];
	readonly before: readonly number[];
}

/**
 * Counts without asking who is met: one after the other, the one that ends first next (which is the most
 * there can be; Kleinberg and Tardos, Algorithm Design, section 4.1), with the shortest turn between them.
 */
export function roomAround(nodes: DayNodes, turn: number): RoomAround {
	return { after: roomAfter(nodes, turn), before: roomBefore(nodes, turn) };
}

function roomAfter({ count, start, end, wish, byEnd }: DayNodes, turn: number): number[] {
	/** Of the candidates from a node on. */
	const most = new Array<number>(count + 1).fill(0);
	let earliestEnd = Infinity;
	for (let node = count - 1, next = count; node >= 0; node--) {
		if (wish[node] === FIXED) {
			most[node] = most[node + 1]!;
			continue;
		}
		earliestEnd = Math.min(earliestEnd, end[node]!);
		while (next > 0 && start[next - 1]! >= earliestEnd + turn) next--;
		most[node] = 1 + most[next]!;
	}
	const room = new Array<number>(count).fill(0);
	for (let at = 0, next = count; at < count; at++) {
		const node = byEnd[at]!;
		while (next > 0 && start[next - 1]! >= end[node]! + turn) next--;
		room[node] = most[next]!;
	}
	return room;
}

function roomBefore({ count, start, end, wish, byEnd }: DayNodes, turn: number): number[] {
	/** Of the candidates from a node of `byEnd` on, which are those that end no later. */
	const most = new Array<number>(count + 1).fill(0);
	let latestStart = -Infinity;
	for (let at = count - 1, next = count; at >= 0; at--) {
		const node = byEnd[at]!;
		if (wish[node] === FIXED) {
			most[at] = most[at + 1]!;
			continue;
		}
		latestStart = Math.max(latestStart, start[node]!);
		while (next > 0 && end[byEnd[next - 1]!]! <= latestStart - turn) next--;
		most[at] = 1 + most[next]!;
	}
	const room = new Array<number>(count).fill(0);
	for (let node = 0, next = count; node < count; node++) {
		while (next > 0 && end[byEnd[next - 1]!]! <= start[node]! - turn) next--;
		room[node] = most[next]!;
	}
	return room;
}
