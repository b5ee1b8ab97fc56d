import type { Desk } from '../snapshot/snapshot';

/**
 * How many slots in a row a family may choose for a long talk, at whichever of the desks that would do; `null`: it may
 * choose nothing. Where several allow it, the longest that all of those allow.
 */
export function longLengthAt(desks: readonly Pick<Desk, 'rules'>[]): number | null {
	const allowed = desks.flatMap(({ rules }) => rules.longSlots ?? []);
	return allowed.length ? Math.min(...allowed) : null;
}
