import { and, eq, gt, inArray, ne, or } from 'drizzle-orm';
import { seatStates, type SeatState } from '../../core/conferences/seat-state';
import type { Claim } from '../../core/conferences/snapshot';
import type { Reader } from '../database/connect';
import { appointment, claim, hold } from '../database/schema';
import { loadSnapshot } from './load-snapshot';

/**
 * What is taken at a conference at `now`: by appointments, and by holds that have not ended. To the
 * family that is given its own holds read as free.
 */
export async function readClaims(
	db: Reader,
	conferenceId: string,
	now: number,
	family?: string,
): Promise<Claim[]> {
	const rows = await db
		.select({
			thing: claim.thing,
			start: claim.startsAt,
			end: claim.endsAt,
			occupancy: claim.occupancy,
			standing: appointment.standing,
		})
		.from(claim)
		.leftJoin(appointment, eq(appointment.id, claim.appointmentId))
		.leftJoin(hold, eq(hold.id, claim.holdId))
		.where(
			and(
				// Seats are taken by these; the family's own people are its own business.
				inArray(claim.kind, ['desk', 'person']),
				or(
					eq(appointment.conferenceId, conferenceId),
					and(
						eq(hold.conferenceId, conferenceId),
						gt(hold.until, now),
						family === undefined ? undefined : ne(hold.familyId, family),
					),
				),
			),
		);
	return rows.map(({ standing, ...row }) => ({
		...row,
		standing: standing === null ? 'held' : standing === 'asked' ? 'asked' : 'booked',
	}));
}

/** The state of every slot, by id, as it is in the database at `now`. */
export async function readSeatStates(
	db: Reader,
	conferenceId: string,
	now: number,
): Promise<Map<string, SeatState>> {
	const snapshot = await loadSnapshot(db, conferenceId);
	return seatStates(snapshot, await readClaims(db, conferenceId, now), now);
}

/** When the next hold of a conference ends after `now`, or `null`. */
export async function nextHoldEnd(
	db: Reader,
	conferenceId: string,
	now: number,
): Promise<number | null> {
	const [row] = await db
		.select({ until: hold.until })
		.from(hold)
		.where(and(eq(hold.conferenceId, conferenceId), gt(hold.until, now)))
		.orderBy(hold.until)
		.limit(1);
	return row?.until ?? null;
}
