import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { insertAll } from '../database/insert-all';
import {
	appointment,
	appointmentAdult,
	takenSlot,
	appointmentStudent,
	appointmentWish,
	claim,
} from '../database/schema';
import { newId } from '../identifiers';
import { adultThing, type LockedAdult, type LockedSlot } from './lock-visit';

/** An appointment to write. */
export interface NewAppointment {
	readonly slot: LockedSlot;
	/** The first seat of the slot that is free, from 1. */
	readonly seat: number;
	/** Persons who must be there. */
	readonly persons: readonly string[];
	readonly wishes: readonly string[];
	readonly students: readonly { readonly id: string; readonly classLabel: string }[];
}

/**
 * Writes the appointments of a visit with all their claims. It checks nothing: whoever calls it has
 * locked and checked, and the database's constraints refuse what may not be. Returns the new ids.
 */
export async function writeVisit(
	tx: Transaction,
	clock: Clock,
	visit: {
		readonly conferenceId: string;
		readonly familyId: string;
		readonly adults: readonly LockedAdult[];
		readonly appointments: readonly NewAppointment[];
	},
): Promise<string[]> {
	const { conferenceId, familyId, adults } = visit;
	const rows = visit.appointments.map((entry) => ({ id: newId(clock), ...entry }));
	await insertAll(
		tx,
		appointment,
		rows.map(({ id, slot }) => ({
			id,
			conferenceId,
			familyId,
			deskId: slot.deskId,
			placeId: slot.placeId,
			standing: 'booked' as const,
			startsAt: slot.startsAt,
			endsAt: slot.endsAt,
		})),
	);
	await insertAll(
		tx,
		appointmentStudent,
		rows.flatMap(({ id, students }) =>
			students.map((student) => ({
				appointmentId: id,
				studentId: student.id,
				classLabel: student.classLabel,
			})),
		),
	);
	await insertAll(
		tx,
		appointmentWish,
		rows.flatMap(({ id, wishes }) => wishes.map((wishId) => ({ appointmentId: id, wishId }))),
	);
	await insertAll(
		tx,
		takenSlot,
		rows.map(({ id, slot }) => ({ appointmentId: id, slotId: slot.id })),
	);
	await insertAll(
		tx,
		appointmentAdult,
		rows.flatMap(({ id }) => adults.map((adult) => ({ appointmentId: id, adultId: adult.id }))),
	);
	await insertAll(
		tx,
		claim,
		rows.flatMap(({ id, slot, seat, persons }) => {
			const common = { appointmentId: id, occupancy: slot.id, startsAt: slot.startsAt };
			const withGap = { ...common, endsAt: slot.claimEndsAt };
			const withoutGap = { ...common, endsAt: slot.endsAt };
			return [
				{ id: newId(clock), kind: 'desk' as const, thing: slot.deskId, seat, ...withGap },
				...persons.map((thing) => ({
					id: newId(clock),
					kind: 'person' as const,
					thing,
					...withGap,
				})),
				...adults.map((adult) => ({
					id: newId(clock),
					kind: 'adult' as const,
					thing: adultThing(adult),
					...withoutGap,
				})),
			];
		}),
	);
	return rows.map(({ id }) => id);
}
