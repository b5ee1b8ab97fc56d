import { eq, inArray, sql } from 'drizzle-orm';
import { claimsOf, type SettledAppointment } from '../../core/visits/settle-visit';
import { wholeStretch } from '../../core/snapshot/slots-in-a-row';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import {
	appointment,
	appointmentAdult,
	appointmentAlong,
	appointmentStudent,
	appointmentWish,
	claim,
	takenSlot,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';

/** A settled appointment on its way into the database. */
export interface AppointmentToWrite extends SettledAppointment {
	/** Of an appointment that moves: it keeps its identity. */
	readonly id?: string;
	readonly about: readonly { readonly id: string; readonly classLabel: string }[];
}

/**
 * Writes the appointments of a visit with all their claims, new ones and moved ones. It checks nothing:
 * whoever calls it has locked and checked, and the database's constraints refuse what may not be.
 * Returns the ids.
 */
export async function writeVisit(
	tx: Transaction,
	clock: Clock,
	visit: {
		readonly conferenceId: string;
		readonly familyId: string;
		/** The adult who asks for it; `null`: the school does. */
		readonly setBy: string | null;
		readonly appointments: readonly AppointmentToWrite[];
	},
): Promise<string[]> {
	const { conferenceId, familyId, setBy } = visit;
	const rows = visit.appointments.map((entry) => ({ ...entry, id: entry.id ?? newId(clock) }));
	if (rows.length === 0) return [];
	await tx
		.insert(appointment)
		.values(
			rows.map(({ id, desk, place, receiver, interpreter, standing, answerBy, slots }) => ({
				id,
				conferenceId,
				familyId,
				setBy,
				deskId: desk.id,
				placeId: place.id,
				receiverId: receiver,
				interpreterId: interpreter,
				standing,
				answerBy,
				startsAt: wholeStretch(slots).start,
				endsAt: wholeStretch(slots).end,
			})),
		)
		.onConflictDoUpdate({
			target: appointment.id,
			set: {
				deskId: sql`excluded.desk_id`,
				placeId: sql`excluded.place_id`,
				receiverId: sql`excluded.receiver_id`,
				interpreterId: sql`excluded.interpreter_id`,
				standing: sql`excluded.standing`,
				answerBy: sql`excluded.answer_by`,
				startsAt: sql`excluded.starts_at`,
				endsAt: sql`excluded.ends_at`,
				setBy: sql`excluded.set_by`,
				version: sql`${appointment.version} + 1`,
			},
		});
	await Promise.all([
		insertAll(
			tx,
			appointmentStudent,
			rows.flatMap(({ id, about }) =>
				about.map((student) => ({
					appointmentId: id,
					studentId: student.id,
					classLabel: student.classLabel,
				})),
			),
		),
		insertAll(
			tx,
			appointmentWish,
			rows.flatMap(({ id, wanted }) =>
				[...new Set(wanted.wishes)].map((wishId) => ({ appointmentId: id, wishId })),
			),
		),
		insertAll(
			tx,
			takenSlot,
			rows.flatMap(({ id, slots }) =>
				slots.map((slot) => ({ appointmentId: id, slotId: slot.id })),
			),
		),
		insertAll(
			tx,
			appointmentAdult,
			rows.flatMap(({ id, adults }) =>
				adults.map((adult) => ({ appointmentId: id, adultId: adult.id })),
			),
		),
		insertAll(
			tx,
			appointmentAlong,
			rows.flatMap(({ id, along }) =>
				along.map((student) => ({ appointmentId: id, studentId: student.id })),
			),
		),
		writeClaims(
			tx,
			clock,
			rows.map((entry) => ({ entry, owner: { appointmentId: entry.id } })),
		),
	]);
	return rows.map(({ id }) => id);
}

/** Kinds of claims that a hold makes: the school's side only. */
const HELD = new Set(['desk', 'person', 'interpreter']);

/** Who owns claims. */
export type ClaimOwner = { readonly appointmentId: string } | { readonly holdId: string };

/** Writes the claims of appointments, or of holds for them. */
export async function writeClaims(
	tx: Transaction,
	clock: Clock,
	owned: readonly { readonly owner: ClaimOwner; readonly entry: Parameters<typeof claimsOf>[0] }[],
): Promise<void> {
	await insertAll(
		tx,
		claim,
		owned.flatMap(({ owner, entry }) =>
			claimsOf(entry)
				.filter(({ kind }) => 'appointmentId' in owner || HELD.has(kind))
				.map(({ kind, thing, seat, start, end, occupancy }) => ({
					id: newId(clock),
					kind,
					thing,
					seat,
					occupancy,
					startsAt: start,
					endsAt: end,
					...owner,
				})),
		),
	);
}

/** Takes away the claims of appointments, and all that a moved one is given anew. */
export async function clearAppointments(
	tx: Transaction,
	{ ended, moved }: { readonly ended: readonly string[]; readonly moved: readonly string[] },
): Promise<void> {
	const all = [...ended, ...moved];
	if (all.length) await tx.delete(claim).where(inArray(claim.appointmentId, all));
	if (moved.length === 0) return;
	const ids = [...moved];
	await tx.delete(takenSlot).where(inArray(takenSlot.appointmentId, ids));
	await tx.delete(appointmentStudent).where(inArray(appointmentStudent.appointmentId, ids));
	await tx.delete(appointmentWish).where(inArray(appointmentWish.appointmentId, ids));
	await tx.delete(appointmentAdult).where(inArray(appointmentAdult.appointmentId, ids));
	await tx.delete(appointmentAlong).where(inArray(appointmentAlong.appointmentId, ids));
}

/** Ends an appointment: it no longer stands and owns nothing. */
export async function endAppointment(
	tx: Transaction,
	id: string,
	standing: 'declined' | 'cancelled',
): Promise<void> {
	await tx.delete(claim).where(eq(claim.appointmentId, id));
	await tx
		.update(appointment)
		.set({ standing, answerBy: null, version: sql`${appointment.version} + 1` })
		.where(eq(appointment.id, id));
}
