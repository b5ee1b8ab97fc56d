import { sql } from 'drizzle-orm';
import { seatStates } from '../../core/conferences/seat-state';
import { loadSnapshot } from '../conferences/load-snapshot';
import { nextHoldEnd, readClaims } from '../conferences/read-claims';
import type { Reader } from '../database/connect';
import type { SeatReading } from './seat-message';

/**
 * Reads the seats of a conference at `now`, and when the next hold ends. Who is concerned by which desk
 * changes with the set-up alone, and is taken over from the reading `before` while that is the same.
 */
export async function readSeats(
	db: Reader,
	conferenceId: string,
	now: number,
	before: SeatReading | null,
): Promise<SeatReading & { readonly nextEnd: number | null }> {
	const snapshot = await loadSnapshot(db, conferenceId);
	const [claims, nextEnd, desksOfFamilies] = await Promise.all([
		readClaims(db, conferenceId, now),
		nextHoldEnd(db, conferenceId, now),
		before?.snapshot === snapshot ? before.desksOfFamilies : readDesksOfFamilies(db, conferenceId),
	]);
	return { snapshot, states: seatStates(snapshot, claims, now), desksOfFamilies, nextEnd };
}

async function readDesksOfFamilies(
	db: Reader,
	conferenceId: string,
): Promise<ReadonlyMap<string, readonly string[]>> {
	const rows = (await db.execute(sql`
		select family_id as family, json_agg(desk_id) as desks from (
			select family_id, wish_desk.desk_id from wish join wish_desk on wish_id = wish.id
			where conference_id = ${conferenceId}
			union
			select family_id, desk_id from appointment
			where conference_id = ${conferenceId} and standing in ('asked', 'booked')) as concerned
		group by family_id`)) as unknown as { family: string; desks: string[] }[];
	return new Map(rows.map(({ family, desks }) => [family, desks]));
}
