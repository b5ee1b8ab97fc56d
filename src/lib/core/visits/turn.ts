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
	/** Place to its number. */
	readonly numberOf: ReadonlyMap<string, number>;
	readonly places: number;
	/** Minutes from place to place, row by row. */
	readonly minutes: Int32Array;
}

/** All turns between the given places. */
export function turnTable(rule: TurnRule, places: Iterable<string>): TurnTable {
	const { travel, pause, spare = 0 } = rule;
	const numberOf = new Map<string, number>();
	for (const place of places) if (!numberOf.has(place)) numberOf.set(place, numberOf.size);
	const count = numberOf.size;
	const minutes = new Int32Array(count * count).fill(spare + pause);
	for (const way of travel) {
		const from = numberOf.get(way.from);
		const to = from === undefined ? undefined : numberOf.get(way.to);
		if (from === undefined || to === undefined || from === to) continue;
		const needed = spare + Math.max(pause, way.minutes);
		minutes[from * count + to] = needed;
		minutes[to * count + from] = needed;
	}
	return { numberOf, places: count, minutes };
}
