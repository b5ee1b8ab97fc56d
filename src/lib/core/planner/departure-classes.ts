import { FIXED, type DayNodes } from './day-nodes';
import type { TurnTable } from './turn-table';

/** Places of a date, parted by their ways. */
export interface DepartureClasses {
	/** The numbers of the places where somebody is met. */
	readonly places: readonly number[];
	/** Place's number to that of its class. */
	readonly classOf: readonly number[];
	/** By class: minutes of the turn to each place. */
	readonly ways: readonly (readonly number[])[];
}

const UNSET = -1;

/**
 * Places from which every way is equally long share a class. Where only one wish can be met at a
 * place, nobody goes from it to itself, and that way does not tell it apart from its neighbours.
 */
export function departureClasses(nodes: DayNodes, turns: TurnTable): DepartureClasses {
	const { minutes } = turns;
	const all = turns.places;
	const { places, isShared } = placesMet(nodes, all);
	const classOf = new Array<number>(all).fill(0);
	const ways: number[][] = [];
	for (const from of places) {
		const toItself = isShared[from] ? minutes[from * all + from]! : UNSET;
		let index = 0;
		for (; index < ways.length; index++) if (isAlike(ways[index]!, from, toItself)) break;
		if (index === ways.length) ways.push(new Array<number>(all).fill(UNSET));
		const row = ways[index]!;
		for (const to of places)
			if (row[to] === UNSET) row[to] = to === from ? toItself : minutes[from * all + to]!;
		classOf[from] = index;
	}
	// From a class of one place, nobody goes to that place.
	for (const row of ways) for (const to of places) if (row[to] === UNSET) row[to] = 0;
	return { places, classOf, ways };

	function isAlike(row: readonly number[], from: number, toItself: number): boolean {
		for (const to of places) {
			const way = to === from ? toItself : minutes[from * all + to]!;
			if (row[to] !== UNSET && way !== UNSET && row[to] !== way) return false;
		}
		return true;
	}
}

/** Where somebody is met, and whether it could be more than one; a fixed appointment is somebody of its own. */
function placesMet(
	{ count, place, wish }: DayNodes,
	all: number,
): { places: number[]; isShared: boolean[] } {
	const NOBODY = -2;
	const metAt = new Array<number>(all).fill(NOBODY);
	const isShared = new Array<boolean>(all).fill(false);
	const places: number[] = [];
	for (let node = 0; node < count; node++) {
		const at = place[node]!;
		if (metAt[at] === NOBODY) {
			metAt[at] = wish[node]!;
			places.push(at);
		} else if (wish[node] === FIXED || metAt[at] !== wish[node]) isShared[at] = true;
	}
	return { places, isShared };
}
