import { sql } from 'drizzle-orm';
import { seatStates } from '../../core/snapshot/seat-state';
import { groupBy } from '../../core/group-by';
import { isWished } from '../visits/family-facts';
import { loadSnapshot } from '../conferences/load-snapshot';
import { nextHoldEnd, readClaims } from '../conferences/read-claims';
import { countToAnswer } from '../floor/count-to-answer';
import type { Reader } from '../foundation/database/connect';
import { rowsOf } from '../foundation/database/rows-of';
import { adultRight } from '../foundation/database/schema';
import { closedSlots, presences } from '../safety/kept-apart';
import type { Concern, FamilyConcerns, SeatReading } from './seat-message';

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
	const [claims, nextEnd, apart, concerns, toAnswer] = await Promise.all([
		readClaims(db, conferenceId, now),
		nextHoldEnd(db, conferenceId, now),
		rowsOf(db, presences(conferenceId, sql`true`)),
		before?.snapshot === snapshot ? before.concerns : readConcerns(db, conferenceId),
		countToAnswer(db, conferenceId),
	]);
	const closed = [...groupBy(apart, ({ family }) => family)].map(([family, list]) => {
		const desks = new Set((concerns.byFamily.get(family) ?? []).map(({ desk }) => desk));
		return [family, closedSlots(snapshot, desks, list, now)] as const;
	});
	return {
		snapshot,
		concerns,
		nextEnd,
		toAnswer,
		states: seatStates(snapshot, claims, now),
		closed: new Map(closed.filter(([, slots]) => slots.size > 0)),
	};
}

async function readConcerns(db: Reader, conferenceId: string): Promise<FamilyConcerns> {
	const [concerns, withdrawn] = await Promise.all([
		rowsOf(
			db,
			sql<Concern & { readonly family: string }>`
			select family_id as family, wish_desk.desk_id as desk, array[student_id] as students,
				'book' as right
			from wish join wish_desk on wish_id = wish.id
			where conference_id = ${conferenceId} and ${isWished}
			union all
			select family_id, desk_id, array(select student_id from appointment_student
				where appointment_id = appointment.id), 'see'
			from appointment
			where conference_id = ${conferenceId} and stands`,
		),
		db.select().from(adultRight),
	]);
	return { byFamily: groupBy(concerns, ({ family }) => family), withdrawn };
}
