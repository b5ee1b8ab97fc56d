import { and, eq, gt, sql } from 'drizzle-orm';
import { seatStates, type SeatState } from '../../core/snapshot/seat-state';
import type { Claim } from '../../core/snapshot/snapshot';
import type { Reader } from '../foundation/database/connect';
import { instantParam } from '../foundation/database/params';
import { rowsOf } from '../foundation/database/rows-of';
import { hold } from '../foundation/database/schema';
import { loadSnapshot } from './load-snapshot';

/**
 * What is taken of a conference's desks and people at `now`: by appointments, and by holds that have
 * not ended. What families do beside is their own business.
 */
export function readClaims(db: Reader, conferenceId: string, now: number): Promise<Claim[]> {
	return rowsOf(
		db,
		sql<Claim>`
		select thing, occupancy, coalesce(standing, 'held') as standing,
			(extract(epoch from claim.starts_at) * 1000)::float8 as start,
			(extract(epoch from claim.ends_at) * 1000)::float8 as end
		from claim
		left join appointment on appointment.id = appointment_id
		left join hold on hold.id = hold_id
		where claim.kind in ('desk', 'person') and (
			appointment.conference_id = ${conferenceId}
			or (hold.conference_id = ${conferenceId} and until > ${instantParam(now)}))`,
	);
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
