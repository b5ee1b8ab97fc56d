import { sql } from 'drizzle-orm';
import { seatStates, seatsTaken } from '../../core/snapshot/seat-state';
import type { Claim, ConferenceSnapshot, Slot } from '../../core/snapshot/snapshot';
import { joined, overlaps, type Stretch } from '../../core/time/stretch';
import { groupBy } from '../../core/group-by';
import { isWished } from '../visits/family-facts';
import { loadSnapshot } from '../conferences/load-snapshot';
import { endedHolds, nextHoldEnd, readClaims, readClaimsAround } from '../conferences/read-claims';
import { countToAnswer } from '../floor/count-to-answer';
import type { Reader } from '../foundation/database/connect';
import type { Touched } from '../foundation/runner/announce';
import { rowsOf } from '../foundation/database/rows-of';
import { adultRight } from '../foundation/database/schema';
import { closedSlots, presences } from '../safety/kept-apart';
import type { Concern, FamilyConcerns, SeatReading } from './seat-message';

/** An earlier reading, and where seats may have changed since. */
export interface Since {
	readonly before: SeatReading;
	readonly touched: Touched;
}

/**
 * Reads the seats of a conference at `now`, and when the next hold ends. After an earlier reading of the same
 * set-up only those are read that were touched since, or kept by a hold that has ended; who is concerned by
 * which desk is taken over.
 */
export async function readSeats(
	db: Reader,
	conferenceId: string,
	now: number,
	since: Since | null,
): Promise<SeatReading & { readonly nextEnd: number | null }> {
	const snapshot = await loadSnapshot(db, conferenceId);
	const isPart = since?.before.snapshot === snapshot && since.touched !== 'any';
	const [{ states, taken }, nextEnd, apart, concerns, toAnswer] = await Promise.all([
		isPart
			? seatsAfter(db, snapshot, since.before, since.touched as readonly Stretch[], now)
			: allSeats(db, snapshot, now),
		nextHoldEnd(db, conferenceId, now),
		rowsOf(db, presences(conferenceId, sql`true`)),
		isPart ? since.before.concerns : readConcerns(db, conferenceId),
		countToAnswer(db, conferenceId),
	]);
	const closed = [...groupBy(apart, ({ family }) => family)].map(([family, list]) => {
		const desks = new Set((concerns.byFamily.get(family) ?? []).map(({ desk }) => desk));
		return [family, closedSlots(snapshot, desks, list, now)] as const;
	});
	return {
		at: now,
		snapshot,
		concerns,
		nextEnd,
		toAnswer,
		states,
		taken,
		closed: new Map(closed.filter(([, slots]) => slots.size > 0)),
	};
}

type Seats = Pick<SeatReading, 'states' | 'taken'>;

async function allSeats(db: Reader, snapshot: ConferenceSnapshot, now: number): Promise<Seats> {
	const claims = await readClaims(db, snapshot.conference.id, now);
	return seatsOf(snapshot, snapshot.slots, claims, now);
}

function seatsOf(
	{ desks, busy }: ConferenceSnapshot,
	slots: readonly Slot[],
	claims: readonly Claim[],
	now: number,
): Seats {
	const shared = slots.filter(({ seats }) => seats > 1);
	return {
		states: seatStates({ desks, slots, busy }, claims, now),
		taken: seatsTaken(shared, claims),
	};
}

/** The seats as they were, with those anew that may be others: of slots that were touched, and of those that have begun. */
async function seatsAfter(
	db: Reader,
	snapshot: ConferenceSnapshot,
	before: SeatReading,
	touched: readonly Stretch[],
	now: number,
): Promise<Seats> {
	const { id } = snapshot.conference;
	const spans = joined([...touched, ...(await endedHolds(db, id, before.at, now))]);
	const slots = snapshot.slots.filter(
		({ start, claimEnd }) =>
			(start > before.at && start <= now) ||
			spans.some((span) => overlaps(span, { start, end: claimEnd })),
	);
	const claims = slots.length ? await readClaimsAround(db, id, now, slots) : [];
	const anew = seatsOf(snapshot, slots, claims, now);
	return {
		states: new Map([...before.states, ...anew.states]),
		taken: new Map([...before.taken, ...anew.taken]),
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
