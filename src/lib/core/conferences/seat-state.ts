import { groupBy } from '../group-by';
import { overlaps } from '../time/stretch';
import type { Claim, Desk, Slot } from './snapshot';

export type SeatState = 'free' | 'held' | 'asked' | 'booked' | 'blocked' | 'past';

/** What is taken, by thing. */
export type ClaimsByThing = ReadonlyMap<string, readonly Claim[]>;

export const claimsByThing = (claims: readonly Claim[]): ClaimsByThing =>
	groupBy(claims, ({ thing }) => thing);

/**
 * The state of a slot: whether one more family can sit down there. A slot whose teacher is taken by
 * another slot (at another desk, say) is blocked, as is one that its own desk overlaps with.
 */
export function seatState(slot: Slot, desk: Desk, claims: ClaimsByThing, now: number): SeatState {
	const taken = { start: slot.start, end: slot.claimEnd };
	const sitting = (claims.get(slot.desk) ?? []).filter(({ occupancy }) => occupancy === slot.id);
	if (sitting.length >= slot.seats) {
		if (sitting.some(({ standing }) => standing === 'booked')) return 'booked';
		return sitting.some(({ standing }) => standing === 'asked') ? 'asked' : 'held';
	}
	if (slot.start <= now) return 'past';
	const elsewhere = [slot.desk, ...desk.persons].some((thing) =>
		(claims.get(thing) ?? []).some(
			(claim) => claim.occupancy !== slot.id && overlaps(claim, taken),
		),
	);
	return slot.blocked || elsewhere ? 'blocked' : 'free';
}

/** The states of all slots, by slot id. */
export function seatStates(
	snapshot: { readonly desks: readonly Desk[]; readonly slots: readonly Slot[] },
	claims: readonly Claim[],
	now: number,
): Map<string, SeatState> {
	const desks = new Map(snapshot.desks.map((desk) => [desk.id, desk]));
	const taken = claimsByThing(claims);
	return new Map(
		snapshot.slots.map((slot) => [slot.id, seatState(slot, desks.get(slot.desk)!, taken, now)]),
	);
}
