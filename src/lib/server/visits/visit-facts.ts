import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import { claimsByThing } from '../../core/snapshot/seat-state';
import type { Claim, ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { placeKey, REMOTE } from '../../core/snapshot/ways';
import { receiversOn } from '../../core/desks/receivers';
import type { Actor } from '../../core/permissions/may';
import { deskDayCounts, deskDayLimit, type Counted } from '../../core/rules/limits';
import { localOf, type LocalDate } from '../../core/time/local-of';
import type { StayingAppointment, VisitFacts } from '../../core/visits/settle-visit';
import { blocksAsClaims } from '../conferences/read-claims';
import { rowsOf } from '../foundation/database/rows-of';
import type { Reader } from '../foundation/database/connect';
import { appointment, appointmentStudent } from '../foundation/database/schema';
import { instantParam, uuids } from '../foundation/database/params';
import type { HasRight } from '../../core/permissions/adult-rights';
import { closedSlots } from '../safety/kept-apart';
import { alongThing } from './along-thing';
import type { AppointmentState } from './appointment-state';
import { desksOf, type FamilyFacts } from './family-facts';
import { adultThing } from './lock-visit';

/** The school's side does what it is asked on the telephone; families are bound by dates and limits. */
export const isOffice = ({ kind }: Actor): boolean =>
	kind === 'organiser' || kind === 'helper' || kind === 'teacher' || kind === 'system';

/** The adult who acts, if it is known which one it is. */
export const adultOf = (actor: Actor): string | null =>
	actor.kind === 'adult' && !actor.isCommon ? actor.adult : null;

/** What is asked: whose visit, and what of it is given up for what is wanted. */
export interface FactsWanted {
	readonly snapshot: ConferenceSnapshot;
	readonly family: FamilyFacts;
	readonly now: number;
	/** Who books; `office` is not bound by dates and limits. */
	readonly office: boolean;
	/** Which of the students whoever acts may book for. */
	readonly has: HasRight;
	/** Ids of appointments that go or move. */
	readonly givenUp: ReadonlySet<string>;
	/** Ids of the family's own holds that are used up. */
	readonly usedHolds: ReadonlySet<string>;
	/** Slots of which claims must be known. */
	readonly slots: readonly string[];
}

/** Reads everything that decides about a visit. Inside a transaction that locked, it stays true. */
export async function visitFacts(db: Reader, wanted: FactsWanted): Promise<VisitFacts> {
	const { snapshot, family, now, office, givenUp, has } = wanted;
	const { timeZone } = snapshot.conference;
	const { duties } = indexOf(snapshot);
	const staying = family.own.filter((entry) => !givenUp.has(entry.id));
	const served = new Set(staying.flatMap(({ wishes }) => wishes));
	const adults = family.adults.map((row) => ({
		id: row.id,
		thing: adultThing(row),
		notSee: family.rights
			.filter(({ adultId, maySee }) => adultId === row.id && !maySee)
			.map(({ studentId }) => studentId),
	}));
	const students = family.students.map(({ id }) => ({ id, thing: alongThing(family.id, id) }));
	const things = new Set([
		...thingsOf(snapshot, wanted.slots),
		...adults.map(({ thing }) => thing),
		...students.map(({ thing }) => thing),
	]);
	const [claims, others, counts] = await Promise.all([
		claimsOn(db, things, now, wanted),
		ofOtherHouseholds(
			db,
			snapshot,
			family.id,
			students.map(({ id }) => id),
		),
		appointmentsPerDesk(db, snapshot, givenUp),
	]);
	return {
		snapshot,
		now,
		needs: family.needs,
		adults,
		closed: closedSlots(snapshot, desksOf(family), family.presences, now),
		booker: { office, asked: family.wishes.some(({ askedBy }) => askedBy === 'teacher') },
		students: students.filter(({ id }) => has('book', [id])),
		wishes: family.wishes
			.filter(({ student }) => has('book', [student]))
			.map(({ id, student, desks, length }) => ({
				id,
				student,
				desks,
				length,
				placed: served.has(id),
			})),
		claims: claimsByThing([...claims, ...[...things].flatMap((thing) => duties.get(thing) ?? [])]),
		staying: family.attended
			.filter((entry) => !givenUp.has(entry.id))
			.map((entry) => stayingFrom(entry, snapshot)),
		counted: {
			own: staying.map((entry) => countedFrom(entry, timeZone)),
			others,
			atDesk: deskDayCounts(counts),
		},
	};
}

const countedFrom = ({ desk, start, students }: AppointmentState, timeZone: string): Counted => ({
	desk,
	date: localOf(start, timeZone).date,
	students: students.map(({ id }) => id),
});

/** Desks, everybody who could receive there, and everybody who could interpret. */
function thingsOf(snapshot: ConferenceSnapshot, slots: readonly string[]): Set<string> {
	const index = indexOf(snapshot);
	const things = new Set(snapshot.interpreters.map(({ person }) => person));
	for (const id of slots) {
		const slot = index.slots.get(id);
		if (!slot) continue;
		const { all, any } = receiversOn(index.desks.get(slot.desk)!, slot.date);
		for (const thing of [slot.desk, ...all, ...any]) things.add(thing);
	}
	return things;
}

/** What is taken of the things: not by what is given up, nor by holds that have ended. */
async function claimsOn(
	db: Reader,
	things: ReadonlySet<string>,
	now: number,
	{ givenUp, usedHolds }: Pick<FactsWanted, 'givenUp' | 'usedHolds'>,
): Promise<Claim[]> {
	const rows = await rowsOf(
		db,
		sql<Claim & { seat: number | null }>`
		select thing, occupancy, coalesce(standing, 'held') as standing,
			(extract(epoch from claim.starts_at) * 1000)::float8 as start,
			(extract(epoch from claim.ends_at) * 1000)::float8 as end, seat
		from claim
		left join hold on hold.id = hold_id
		left join appointment on appointment.id = appointment_id
		where thing = any(${uuids(things)})
			and (appointment_id is null or appointment_id <> all(${uuids(givenUp)}))
			and (hold_id is null or
				(until > ${instantParam(now)} and hold_id <> all(${uuids(usedHolds)})))
		union all select blocks.*, null
		from (${blocksAsClaims(sql`slot.desk_id = any(${uuids(things)})`)}) as blocks`,
	);
	return rows.map(({ seat, ...claim }) => (seat === null ? claim : { ...claim, seat }));
}

function stayingFrom(
	row: AppointmentState,
	{ conference, places }: ConferenceSnapshot,
): StayingAppointment {
	const place = places.find(({ id }) => id === row.place);
	const key = place ? placeKey(place) : REMOTE;
	return {
		...countedFrom(row, conference.timeZone),
		date: localOf(row.start, conference.timeZone).date,
		start: row.start,
		end: row.end,
		adults: row.adults,
		interpreter: row.interpreter,
		placeKey: key,
	};
}

/** What other households have booked about the same students, where one for all is enough. */
async function ofOtherHouseholds(
	db: Reader,
	{ conference }: ConferenceSnapshot,
	familyId: string,
	students: readonly string[],
): Promise<Counted[]> {
	if (conference.rules.households === 'each') return [];
	const rows = await db
		.select({ desk: appointment.deskId, student: appointmentStudent.studentId })
		.from(appointment)
		.innerJoin(appointmentStudent, eq(appointmentStudent.appointmentId, appointment.id))
		.where(
			and(
				eq(appointment.conferenceId, conference.id),
				ne(appointment.familyId, familyId),
				inArray(appointment.standing, ['asked', 'booked']),
				inArray(appointmentStudent.studentId, [...students]),
			),
		);
	return rows.map(({ desk, student }) => ({ desk, date: null, students: [student] }));
}

/** Each desk's appointments by date, if anybody counts them. */
async function appointmentsPerDesk(
	db: Reader,
	{ conference, desks }: ConferenceSnapshot,
	givenUp: ReadonlySet<string>,
): Promise<Pick<Counted, 'desk' | 'date'>[]> {
	if (desks.every((desk) => deskDayLimit(conference, desk) === null)) return [];
	const rows = await db
		.select({
			id: appointment.id,
			desk: appointment.deskId,
			date: sql<LocalDate>`(${appointment.startsAt} at time zone ${conference.timeZone})::date::text`,
		})
		.from(appointment)
		.where(
			and(
				eq(appointment.conferenceId, conference.id),
				inArray(appointment.standing, ['asked', 'booked']),
			),
		);
	return rows.filter(({ id }) => !givenUp.has(id));
}
