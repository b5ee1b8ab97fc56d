import { and, eq, inArray, isNull } from 'drizzle-orm';
import { isToSettle } from '../desks/is-to-settle';
import type { Reader } from '../foundation/database/connect';
import {
	appointment,
	appointmentTwice,
	desk,
	deskProposal,
	slot,
	takenSlot,
} from '../foundation/database/schema';
import { countEnquiries } from '../visits/waiting-enquiries';

/** How much of it waits for an answer; what did not arrive is counted at the outbox. */
export async function countToAnswer(db: Reader, conferenceId: string): Promise<number> {
	const counts = await Promise.all([
		countEnquiries(db, conferenceId),
		db.$count(
			appointment,
			and(eq(appointment.conferenceId, conferenceId), eq(appointment.standing, 'asked')),
		),
		db.$count(
			deskProposal,
			and(
				isNull(deskProposal.settledAt),
				inArray(
					deskProposal.deskId,
					db.select({ id: desk.id }).from(desk).where(eq(desk.conferenceId, conferenceId)),
				),
			),
		),
		countToSettle(db, conferenceId),
	]);
	return counts.reduce((sum, count) => sum + count, 0);
}

/** Appointments outside their desk's hours, or doubled. */
export async function countToSettle(db: Reader, conferenceId: string): Promise<number> {
	const rows = await db
		.selectDistinct({ id: appointment.id })
		.from(appointment)
		.innerJoin(takenSlot, eq(takenSlot.appointmentId, appointment.id))
		.innerJoin(slot, eq(slot.id, takenSlot.slotId))
		.leftJoin(appointmentTwice, eq(appointmentTwice.appointmentId, appointment.id))
		.where(
			and(eq(appointment.conferenceId, conferenceId), eq(appointment.stands, true), isToSettle),
		);
	return rows.length;
}
