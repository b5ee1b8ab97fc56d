import { and, eq, gt, sql, type SQL } from 'drizzle-orm';
import { seatStates, type SeatState } from '../../core/snapshot/seat-state';
import type { Claim, Slot } from '../../core/snapshot/snapshot';
import { joined, type Stretch } from '../../core/time/stretch';
import type { Reader } from '../foundation/database/connect';
import { instantParam, stretchesParam } from '../foundation/database/params';
import { rowsOf } from '../foundation/database/rows-of';
import { hold } from '../foundation/database/schema';
import { loadSnapshot } from './load-snapshot';

/**
 * Blocked slots of the desks that a condition (on `slot` and `desk`) picks, as something else that the desk has to
 * do then; its own id is the occupancy, as nobody shares it.
 */
export const blocksAsClaims = (condition: SQL): SQL => sql`
	select slot.desk_id as thing, slot.desk_id as occupancy, 'busy' as standing,
		(extract(epoch from slot.starts_at) * 1000)::float8 as start,
		(extract(epoch from slot.ends_at) * 1000)::float8 as end
	from slot join desk on desk.id = slot.desk_id
	where slot.blocked_at is not null and slot.detached_at is null and ${condition}`;

/**
 * What is taken of a conference's desks and people at `now`: by appointments, by holds that have not ended, and
 * by whoever blocks a seat. What families do beside is their own business. Within some spans: what overlaps with one.
 */
export function readClaims(
	db: Reader,
	conferenceId: string,
	now: number,
	within?: readonly Stretch[],
): Promise<Claim[]> {
	const isWithin = (start: SQL, end: SQL): SQL =>
		within ? sql`tstzrange(${start}, ${end}) && ${stretchesParam(within)}` : sql`true`;
	return rowsOf(
		db,
		sql<Claim>`
		select thing, occupancy, coalesce(standing, 'held') as standing,
			(extract(epoch from claim.starts_at) * 1000)::float8 as start,
			(extract(epoch from claim.ends_at) * 1000)::float8 as end
		from claim
		left join appointment on appointment.id = appointment_id
		left join hold on hold.id = hold_id
		where claim.kind in ('desk', 'person')
			and ${isWithin(sql`claim.starts_at`, sql`claim.ends_at`)}
			and (appointment.conference_id = ${conferenceId}
			or (hold.conference_id = ${conferenceId} and until > ${instantParam(now)}))
		union all ${blocksAsClaims(
			sql`desk.conference_id = ${conferenceId} and ${isWithin(sql`slot.starts_at`, sql`slot.ends_at`)}`,
		)}`,
	);
}

/** What is taken while some slots of a conference go on, and while their time after them does. */
export async function readClaimsAround(
	db: Reader,
	conferenceId: string,
	now: number,
	slots: readonly Slot[],
): Promise<Claim[]> {
	const spans = joined(slots.map(({ start, claimEnd }) => ({ start, end: claimEnd })));
	return spans.length ? readClaims(db, conferenceId, now, spans) : [];
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

/** What the holds of a conference kept that ended after one instant, until another one. */
export function endedHolds(
	db: Reader,
	conferenceId: string,
	after: number,
	until: number,
): Promise<Stretch[]> {
	return rowsOf(
		db,
		sql<Stretch>`
		select (extract(epoch from starts_at) * 1000)::float8 as start,
			(extract(epoch from ends_at) * 1000)::float8 as end
		from hold join claim on hold_id = hold.id
		where conference_id = ${conferenceId} and claim.kind = 'desk'
			and until > ${instantParam(after)} and until <= ${instantParam(until)}`,
	);
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
