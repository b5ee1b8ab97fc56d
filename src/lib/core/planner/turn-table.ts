import type { PlaceNumbers } from './place-numbers';
import type { TurnRule } from '../snapshot/turn';

/** Turns between places by number, so that nothing has to be looked up. */
export interface TurnTable {
	/** How many places there are. */
	readonly places: number;
	/** Minutes from place to place, row by row. */
	readonly minutes: Int32Array;
	/** The shortest of them: from a place to itself. */
	readonly shortest: number;
}

/** All turns between the places that have a number. */
export function turnTable(rule: TurnRule, numbers: PlaceNumbers): TurnTable {
	const { travel, pause, spare = 0 } = rule;
	const count = numbers.size;
	const minutes = new Int32Array(count * count).fill(spare + pause);
	for (const way of travel) {
		const from = numbers.known(way.from);
		const to = from === undefined ? undefined : numbers.known(way.to);
		if (from === undefined || to === undefined || from === to) continue;
		const needed = spare + Math.max(pause, way.minutes);
		minutes[from * count + to] = needed;
		minutes[to * count + from] = needed;
	}
	return { places: count, minutes, shortest: spare + pause };
}
