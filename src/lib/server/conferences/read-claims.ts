import { eq } from 'drizzle-orm';
import { seatStates, type SeatState } from '../../core/conferences/seat-state';
import type { Claim } from '../../core/conferences/snapshot';
import type { Reader } from '../database/connect';
import { appointment, claim } from '../database/schema';
import { loadSnapshot } from './load-snapshot';

/** What is taken by the appointments of a conference. */
export async function readClaims(db: Reader, conferenceId: string): Promise<Claim[]> {
	const rows = await db
		.select({
			thing: claim.thing,
			start: claim.startsAt,
			end: claim.endsAt,
			occupancy: claim.occupancy,
			standing: appointment.standing,
		})
		.from(claim)
		.innerJoin(appointment, eq(appointment.id, claim.appointmentId))
		.where(eq(appointment.conferenceId, conferenceId));
	return rows.map((row) => ({ ...row, standing: row.standing === 'asked' ? 'asked' : 'booked' }));
}

/** The state of every slot, by id, as it is now in the database. */
export async function readSeatStates(
	db: Reader,
	conferenceId: string,
	now: number,
): Promise<Map<string, SeatState>> {
	const snapshot = await loadSnapshot(db, conferenceId);
	return seatStates(snapshot, await readClaims(db, conferenceId), now);
}
