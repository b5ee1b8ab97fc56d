import { notBookable, type NotBookable } from '../conferences/phase';
import { seatState, type ClaimsByThing } from '../conferences/seat-state';
import type { ConferenceFacts, Desk, Slot } from '../conferences/snapshot';
import { MINUTE } from '../time/local-time';
import { overlaps } from '../time/stretch';
import type { TurnMinutes } from './turn';

/** A visit that a family wants to book, with all that decides whether it may. Instants in milliseconds. */
export interface VisitToCheck {
	readonly conference: ConferenceFacts;
	readonly now: number;
	readonly wanted: readonly WantedAppointment[];
	/** What the adults who come have booked already. */
	readonly fixed: readonly StandingAppointment[];
	/** The adults who come, as things that claims are about. */
	readonly adults: readonly string[];
	readonly claims: ClaimsByThing;
	readonly turn: TurnMinutes;
}

export interface StandingAppointment {
	readonly date: string;
	/** As the planner names places. */
	readonly placeKey: string;
	readonly start: number;
	readonly end: number;
}

export interface WantedAppointment {
	readonly slot: Slot;
	readonly placeKey: string;
	readonly desk: Desk;
	readonly wishes: readonly {
		readonly id: string;
		readonly desks: readonly string[];
		readonly placed: boolean;
	}[];
}

/** Why one of the wanted appointments cannot be. `slot` is the slot's id. */
export interface VisitConflict {
	readonly slot: string;
	readonly code:
		| NotBookable
		/** Somebody was faster, or the slot is gone. */
		| 'taken'
		| 'no-wish-for-this-desk'
		| 'already-arranged'
		/** It overlaps another appointment of the same adult. */
		| 'overlaps-own'
		/** Less than the pause or the way needs between two appointments in a row. */
		| 'turn-too-short';
}

/** All conflicts of a wanted visit, the first of each appointment; empty when it may be booked. */
export function visitConflicts(visit: VisitToCheck): VisitConflict[] {
	const { conference, now, wanted, claims } = visit;
	return wanted.flatMap((appointment, index): VisitConflict[] => {
		const { slot, desk, wishes } = appointment;
		const closed = notBookable(conference, slot.start, now);
		const code =
			closed ??
			(seatState(slot, desk, claims, now) === 'free' ? null : 'taken') ??
			wishConflict(appointment, wanted.slice(0, index)) ??
			(wishes.length === 0 ? 'no-wish-for-this-desk' : null) ??
			(overlapsOwn(appointment, visit) ? 'overlaps-own' : null) ??
			(turnTooShort(appointment, visit) ? 'turn-too-short' : null);
		return code ? [{ slot: slot.id, code }] : [];
	});
}

function wishConflict(
	{ desk, wishes }: WantedAppointment,
	earlier: readonly WantedAppointment[],
): VisitConflict['code'] | null {
	if (wishes.some(({ desks }) => !desks.includes(desk.id))) return 'no-wish-for-this-desk';
	const named = new Set(earlier.flatMap(({ wishes }) => wishes.map(({ id }) => id)));
	return wishes.some(({ id, placed }) => placed || named.has(id)) ? 'already-arranged' : null;
}

function overlapsOwn({ slot }: WantedAppointment, visit: VisitToCheck): boolean {
	return (
		visit.wanted.some((other) => other.slot !== slot && overlaps(other.slot, slot)) ||
		visit.adults.some((adult) =>
			(visit.claims.get(adult) ?? []).some((claim) => overlaps(claim, slot)),
		)
	);
}

/** Looks only at the appointment before it; the one after it looks back for itself. */
function turnTooShort({ slot, placeKey }: WantedAppointment, visit: VisitToCheck): boolean {
	const all = [
		...visit.fixed.map((appointment) => ({ ...appointment, isFixed: true })),
		...visit.wanted.map((other) => ({
			date: other.slot.date,
			placeKey: other.placeKey,
			start: other.slot.start,
			end: other.slot.end,
			isFixed: false,
		})),
	].filter(({ date }) => date === slot.date);
	const before = all.filter(({ end }) => end <= slot.start).sort((a, b) => b.end - a.end)[0];
	const after = all
		.filter(({ start, isFixed }) => isFixed && start >= slot.end)
		.sort((a, b) => a.start - b.start)[0];
	const nextWanted = visit.wanted.some(
		(other) => other.slot.start >= slot.end && after && other.slot.start < after.start,
	);
	return (
		(before !== undefined &&
			slot.start - before.end < visit.turn(before.placeKey, placeKey) * MINUTE) ||
		(after !== undefined &&
			!nextWanted &&
			after.start - slot.end < visit.turn(placeKey, after.placeKey) * MINUTE)
	);
}
