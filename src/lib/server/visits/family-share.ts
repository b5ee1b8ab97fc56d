import type { Actor } from '../../core/permissions/may';
import { rightsOf, type HasRight } from '../../core/permissions/adult-rights';
import type { AppointmentState } from './appointment-state';
import type { FamilyFacts, FamilyStudentRow, HoldRow, StoredWish } from './family-facts';

/**
 * What of a family's visit whoever acts may see and change; of whoever acts for the school, all of it.
 * Everything that an adult reads or does about a visit starts from here. What is left out is neither
 * told nor replaced nor given back; only limits, and what the adults attend, count it all the same.
 */
export interface FamilyShare {
	readonly has: HasRight;
	/** Who may be seen. */
	readonly students: readonly FamilyStudentRow[];
	/** For whom it may be booked. */
	readonly wishes: readonly StoredWish[];
	/** Appointments of which it may know: about several students, with the right to all of them. */
	readonly seen: readonly AppointmentState[];
	/** Those of them that may be moved or cancelled. */
	readonly changeable: readonly AppointmentState[];
	/** Holds and offers that it may use up or give back. */
	readonly holds: readonly HoldRow[];
	/** The one that it made itself, to finish. */
	readonly ownHold: HoldRow | undefined;
	/** Wishes for which it waits. */
	readonly waiting: readonly string[];
}

export function shareOf(actor: Actor, family: FamilyFacts): FamilyShare {
	const has = rightsOf(actor, family.rights);
	const studentOf = new Map(family.wishes.map(({ id, student }) => [id, student]));
	const wishes = family.wishes.filter(({ student }) => has('book', [student]));
	const bookable = new Set(wishes.map(({ id }) => id));
	const seen = family.own.filter((entry) => has('see', studentsOf(entry)));
	const holder = holderFor(actor, family);
	const holds = family.holds.filter(
		({ kind, holderId, keeps }) =>
			(kind !== 'hold' || holderId === holder || actor.kind !== 'adult') &&
			keeps.every((kept) => kept.wishes.every((id) => bookable.has(id) || !studentOf.has(id))),
	);
	return {
		has,
		wishes,
		seen,
		holds,
		students: family.students.filter(({ id }) => has('see', [id])),
		changeable: seen.filter((entry) => has('book', studentsOf(entry))),
		ownHold: holds.find(({ kind, holderId }) => kind === 'hold' && holderId === holder),
		waiting: family.waiting.filter((id) => bookable.has(id)),
	};
}

const studentsOf = ({ students }: Pick<AppointmentState, 'students'>): string[] =>
	students.map(({ id }) => id);

/**
 * Whose a hold is. A family has one while it finishes; where something is withdrawn from one of its
 * adults, each adult has one of its own, since none may learn what another one holds.
 */
export const holderFor = (actor: Actor, { rights }: Pick<FamilyFacts, 'rights'>): string | null =>
	actor.kind === 'adult' && rights.length > 0 ? actor.adult : null;
