import type { Desk } from '../snapshot/snapshot';

/**
 * How many slots in a row a family may choose for a long talk, at whichever of the desks that would do; `null`: it may
 * choose nothing. Every one of the desks allows it, since the plan chooses among them.
 */
export function longLengthAt(desks: readonly Pick<Desk, 'rules'>[]): number | null {
	const allowed = desks.flatMap(({ rules }) => rules.longSlots ?? []);
	const isEverywhere = desks.length > 0 && allowed.length === desks.length;
	return isEverywhere ? Math.min(...allowed) : null;
}
