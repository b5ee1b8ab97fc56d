import { groupBy } from '../group-by';
import { receiversOn, type Receivers } from '../desks/receivers';
import { overlaps, type Stretch } from '../time/stretch';
import type { Claim, ConferenceSnapshot, Desk, Slot } from './snapshot';

export const seatStateNames = ['free', 'held', 'asked', 'booked', 'blocked', 'past'] as const;
export type SeatState = (typeof seatStateNames)[number];

/** What is taken, by thing. */
export type ClaimsByThing = ReadonlyMap<string, readonly Claim[]>;

export const claimsByThing = (claims: readonly Claim[]): ClaimsByThing =>
	groupBy(claims, ({ thing }) => thing);

/**
 * The state of a slot: whether one more family can sit down there. A slot whose teacher is taken by
 * another slot (at another desk, say) is blocked, as is one that its own desk overlaps with, or is busy in.
 */
export const seatState = (slot: Slot, desk: Desk, claims: ClaimsByThing, now: number): SeatState =>
	stateWith(receiversOn(desk, slot.date), slot, claims, now);

function stateWith(
	{ all, any }: Receivers,
	slot: Slot,
	claims: ClaimsByThing,
	now: number,
): SeatState {
	const taken = { start: slot.start, end: slot.claimEnd };
	const sitting = (claims.get(slot.desk) ?? []).filter(({ occupancy }) => occupancy === slot.id);
	if (sitting.length >= slot.seats) {
		if (sitting.some(({ standing }) => standing === 'booked')) return 'booked';
		return sitting.some(({ standing }) => standing === 'asked') ? 'asked' : 'held';
	}
	if (slot.start <= now) return 'past';
	const isTaken = (thing: string) =>
		(claims.get(thing) ?? []).some(
			(claim) => claim.occupancy !== slot.id && inTheWay(claim, slot, taken),
		);
	const nobodyLeft =
		any.length > 0 && any.every((person) => takenAt(person, slot, claims).length > 0);
	return [slot.desk, ...all].some(isTaken) || nobodyLeft ? 'blocked' : 'free';
}

/** What a person has to do that lies in a slot's way; appointments in the slot itself as well. */
export const takenAt = (person: string, slot: Slot, claims: ClaimsByThing): Claim[] =>
	(claims.get(person) ?? []).filter((claim) =>
		inTheWay(claim, slot, { start: slot.start, end: slot.claimEnd }),
	);

/** A duty closes the slots that it overlaps; appointments keep the gap as well. */
const inTheWay = (claim: Claim, slot: Slot, withGap: Stretch): boolean =>
	overlaps(claim, claim.standing === 'busy' ? slot : withGap);

/** Duties as what is taken, beside the claims of appointments. */
export const busyAsClaims = (busy: readonly (Stretch & { readonly person: string })[]): Claim[] =>
	busy.map(({ person, start, end }) => ({
		thing: person,
		start,
		end,
		occupancy: '',
		standing: 'busy' as const,
	}));

/** How many families sit in each of some slots, or have asked to, by slot id. */
export function seatsTaken(
	slots: readonly Pick<Slot, 'id' | 'desk'>[],
	claims: readonly Claim[],
): ReadonlyMap<string, number> {
	const deskOf = new Map(slots.map(({ id, desk }) => [id, desk]));
	const taken = new Map(slots.map(({ id }) => [id, 0]));
	for (const { thing, occupancy, standing } of claims) {
		const isSitting = standing === 'asked' || standing === 'booked';
		if (isSitting && deskOf.get(occupancy) === thing)
			taken.set(occupancy, taken.get(occupancy)! + 1);
	}
	return taken;
}

/** The states of all slots, by slot id. */
export function seatStates(
	snapshot: Pick<ConferenceSnapshot, 'desks' | 'slots' | 'busy'>,
	claims: readonly Claim[],
	now: number,
): Map<string, SeatState> {
	const desks = new Map(snapshot.desks.map((desk) => [desk.id, desk]));
	const taken = claimsByThing([...claims, ...busyAsClaims(snapshot.busy)]);
	const states = new Map<string, SeatState>();
	// Who receives is the same all day.
	for (const [desk, all] of groupBy(snapshot.slots, ({ desk }) => desk))
		for (const [date, slots] of groupBy(all, ({ date }) => date)) {
			const receivers = receiversOn(desks.get(desk)!, date);
			for (const slot of slots) states.set(slot.id, stateWith(receivers, slot, taken, now));
		}
	return states;
}
