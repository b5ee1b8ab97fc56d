/** Minutes from one place to another, the same in both directions. Missing pairs are 0 minutes. */
export interface Travel {
	readonly from: string;
	readonly to: string;
	readonly minutes: number;
}

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
