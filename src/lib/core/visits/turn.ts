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

const pairKey = (from: string, to: string): string => JSON.stringify([from, to]);

/**
 * The rule for two appointments in a row on one date: at least `max(pause, way) + spare` minutes
 * between them, where the way inside one place is 0 and a pair that is not listed is 0.
 */
export function turnMinutes(rule: TurnRule): TurnMinutes {
	const { travel, pause, spare = 0 } = rule;
	const ways = new Map<string, number>();
	for (const { from, to, minutes } of travel) {
		ways.set(pairKey(from, to), minutes);
		ways.set(pairKey(to, from), minutes);
	}
	return (from, to) =>
		spare + (from === to ? pause : Math.max(pause, ways.get(pairKey(from, to)) ?? 0));
}
