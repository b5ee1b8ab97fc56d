import { and, eq, inArray, isNull } from 'drizzle-orm';
import { appointmentsToSettle } from '../desks/is-to-settle';
import type { Reader } from '../foundation/database/connect';
import { appointment, desk, deskProposal } from '../foundation/database/schema';
import { countNewcomers } from '../newcomers/count-newcomers';
import { countEnquiries } from '../visits/waiting-enquiries';

/** How much of it waits for an answer; what did not arrive is counted at the outbox. */
export async function countToAnswer(db: Reader, conferenceId: string): Promise<number> {
	const counts = await Promise.all([
		countEnquiries(db, conferenceId),
		countNewcomers(db, conferenceId),
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
	return db.$count(
		appointment,
		and(
			eq(appointment.conferenceId, conferenceId),
			eq(appointment.stands, true),
			inArray(appointment.id, appointmentsToSettle),
		),
	);
}
