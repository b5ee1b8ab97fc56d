import type { PlaceNumbers } from './place-numbers';
import type { Travel } from './visit-problem';

/** What decides how long a turn takes; all in minutes. */
export interface TurnRule {
	readonly travel: readonly Travel[];
	/** Least minutes between two appointments in a row on one date. */
	readonly pause: number;
	/** Minutes wanted at every turn beyond those that are needed. */
	readonly spare?: number;
}

/** Minutes that must lie between leaving one place and being received at another. */
export type TurnMinutes = (from: string, to: string) => number;

/**
 * The rule for two appointments in a row on one date: at least `max(pause, way) + spare` minutes
 * between them, where the way inside one place is 0 and a pair that is not listed is 0.
 */
export function turnMinutes(rule: TurnRule): TurnMinutes {
	const { travel, pause, spare = 0 } = rule;
	const ways = new Map<string, Map<string, number>>();
	const note = (from: string, to: string, minutes: number) => {
		const known = ways.get(from);
		if (known) known.set(to, minutes);
		else ways.set(from, new Map([[to, minutes]]));
	};
	for (const { from, to, minutes } of travel) {
		note(from, to, minutes);
		note(to, from, minutes);
	}
	return (from, to) =>
		spare + (from === to ? pause : Math.max(pause, ways.get(from)?.get(to) ?? 0));
}

/** The same for places by number, so that nothing has to be looked up. */
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
