import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { busyAsClaims, claimsByThing } from '../../core/conferences/seat-state';
import type { Claim, ConferenceSnapshot } from '../../core/conferences/snapshot';
import { indexOf } from '../../core/conferences/snapshot-index';
import { placeKey, REMOTE } from '../../core/conferences/travel';
import { receiversOn } from '../../core/desks/receivers';
import { groupBy } from '../../core/group-by';
import type { Actor } from '../../core/permissions/may';
import { deskDayCounts, type Counted } from '../../core/rules/limits';
import { localOf } from '../../core/time/local-time';
import type { OpenWish, StayingAppointment, VisitFacts } from '../../core/visits/settle-visit';
import type { Reader } from '../database/connect';
import {
	adult,
	adultRight,
	appointment,
	appointmentStudent,
	claim,
	desk,
	family,
	familyAdult,
	familyStudent,
	hold,
	student,
	wish,
	wishDesk,
} from '../database/schema';
import { homeLabel } from '../people/class-labels';
import { familiesApart, visitsApart } from '../safety/kept-apart';
import { readAppointments, type AppointmentState } from './appointment-state';
import { adultThing, type LockedAdult } from './lock-visit';

/** The school's side does what it is asked on the telephone; families are bound by dates and limits. */
export const isOffice = ({ kind }: Actor): boolean =>
	kind === 'organiser' || kind === 'helper' || kind === 'teacher' || kind === 'system';

/** A family as its visit depends on it; stands still once the family is locked. */
export interface FamilyFacts {
	readonly id: string;
	readonly needs: VisitFacts['needs'];
	/** Adults who have not left. */
	readonly adults: readonly LockedAdult[];
	/** What was withdrawn from its adults. */
	readonly rights: readonly (typeof adultRight.$inferSelect)[];
	readonly students: readonly FamilyStudentRow[];
	readonly wishes: readonly WishRow[];
	/** Its standing appointments at the conference. */
	readonly own: readonly AppointmentState[];
	/** What its adults attend there, with whichever of their families. */
	readonly attended: readonly AppointmentState[];
	/** Families kept apart from this one, with the margin in minutes. */
	readonly apart: ReadonlyMap<string, number>;
}

export async function readFamily(
	db: Reader,
	conferenceId: string,
	familyId: string,
): Promise<FamilyFacts> {
	const [people, students, wishes, appointments, apart] = await Promise.all([
		peopleOf(db, familyId),
		studentsOf(db, familyId),
		wishesOf(db, conferenceId, familyId),
		appointmentsAround(db, conferenceId, familyId),
		familiesApart(db, familyId),
	]);
	const adults = new Set(people.adults.map(({ id }) => id));
	return {
		...{ id: familyId, ...people, students, wishes, apart },
		own: appointments.filter(({ family }) => family === familyId),
		attended: appointments.filter((entry) => entry.adults.some((id) => adults.has(id))),
	};
}

/** Standing appointments of a family, and of its adults with other families. */
const appointmentsAround = (
	db: Reader,
	conferenceId: string,
	familyId: string,
): Promise<AppointmentState[]> =>
	readAppointments(
		db,
		sql`appointment.conference_id = ${conferenceId} and standing in ('asked', 'booked')
			and (appointment.family_id = ${familyId} or appointment.id in (
				select appointment_id from appointment_adult
				join family_adult using (adult_id) where family_adult.family_id = ${familyId}))`,
	);

/** Students about whom whoever acts may not book, or may not see anything; nobody, for the school. */
export function withdrawnFrom(actor: Actor, { rights }: FamilyFacts): WithdrawnRights {
	const own = actor.kind === 'adult' ? rights.filter(({ adultId }) => adultId === actor.adult) : [];
	const notSee = own.filter(({ maySee }) => !maySee).map(({ studentId }) => studentId);
	const notBook = own.filter(({ mayBook }) => !mayBook).map(({ studentId }) => studentId);
	return { notBook: new Set([...notBook, ...notSee]), notSee: new Set(notSee) };
}

export interface WithdrawnRights {
	readonly notBook: ReadonlySet<string>;
	readonly notSee: ReadonlySet<string>;
}

/** What is asked: whose visit, and what of it is given up for what is wanted. */
export interface FactsWanted {
	readonly snapshot: ConferenceSnapshot;
	readonly family: FamilyFacts;
	readonly now: number;
	/** Who books; `office` is not bound by dates and limits. */
	readonly office: boolean;
	readonly withdrawn: WithdrawnRights;
	/** Ids of appointments that go or move. */
	readonly givenUp: ReadonlySet<string>;
	/** Ids of the family's own holds that are used up. */
	readonly usedHolds: ReadonlySet<string>;
	/** Slots of which claims must be known. */
	readonly slots: readonly string[];
}

/** Reads everything that decides about a visit. Inside a transaction that locked, it stays true. */
export async function visitFacts(db: Reader, wanted: FactsWanted): Promise<VisitFacts> {
	const { snapshot, family, now, office, givenUp, withdrawn } = wanted;
	const { id, timeZone } = snapshot.conference;
	const staying = family.own.filter((entry) => !givenUp.has(entry.id));
	const served = new Set(staying.flatMap(({ wishes }) => wishes));
	const adults = family.adults.map((row) => ({
		...{ id: row.id, thing: adultThing(row) },
		notSee: family.rights
			.filter(({ adultId, maySee }) => adultId === row.id && !maySee)
			.map(({ studentId }) => studentId),
	}));
	const students = family.students.map((row) => row.id);
	const things = [
		...thingsOf(snapshot, wanted.slots),
		...adults.map(({ thing }) => thing),
		...students,
	];
	const [claims, others, counts, apart] = await Promise.all([
		claimsOn(db, things, now, wanted),
		ofOtherHouseholds(db, snapshot, family.id, students),
		appointmentsPerDesk(db, snapshot, givenUp),
		visitsApart(db, id, timeZone, family.apart),
	]);
	return {
		...{ snapshot, now, needs: family.needs, adults, apart },
		booker: { office, asked: family.wishes.some(({ askedBy }) => askedBy === 'teacher') },
		students: students.filter((id) => !withdrawn.notSee.has(id)),
		wishes: family.wishes
			.filter(({ student }) => !withdrawn.notBook.has(student))
			.map(({ id, student, desks, length }) => ({
				...{ id, student, desks, length, placed: served.has(id) },
			})),
		claims: claimsByThing([...claims, ...busyAsClaims(snapshot.busy)]),
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
function thingsOf(snapshot: ConferenceSnapshot, slots: readonly string[]): string[] {
	const index = indexOf(snapshot);
	const things = new Set(snapshot.interpreters.map(({ person }) => person));
	for (const id of slots) {
		const slot = index.slots.get(id);
		if (!slot) continue;
		const { all, any } = receiversOn(index.desks.get(slot.desk)!, slot.date);
		for (const thing of [slot.desk, ...all, ...any]) things.add(thing);
	}
	return [...things];
}

/** A family's needs, its adults who have not left, and what was withdrawn from them. */
async function peopleOf(
	db: Reader,
	familyId: string,
): Promise<Pick<FamilyFacts, 'needs' | 'adults' | 'rights'>> {
	const rows = await db
		.select({
			needs: { stepFree: family.stepFree, interpreter: family.interpreter },
			adult,
			right: adultRight,
		})
		.from(family)
		.leftJoin(familyAdult, eq(familyAdult.familyId, family.id))
		.leftJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.leftJoin(adultRight, eq(adultRight.adultId, adult.id))
		.where(eq(family.id, familyId))
		.orderBy(adult.id);
	const adults = new Map(rows.flatMap(({ adult }) => (adult ? [[adult.id, adult] as const] : [])));
	return {
		needs: rows[0]?.needs ?? { stepFree: false, interpreter: null },
		adults: [...adults.values()],
		rights: rows.flatMap(({ right }) => right ?? []),
	};
}

/** A student with the class by which it is known. */
type FamilyStudentRow = typeof student.$inferSelect & { readonly label: string | null };

/** The students of a family who have not left. */
async function studentsOf(db: Reader, familyId: string): Promise<FamilyStudentRow[]> {
	const rows = await db
		.select({ student, label: homeLabel })
		.from(familyStudent)
		.innerJoin(student, and(eq(student.id, familyStudent.studentId), isNull(student.leftAt)))
		.where(eq(familyStudent.familyId, familyId))
		.orderBy(student.id);
	return rows.map(({ student, label }) => ({ ...student, label }));
}

/** A wish of the family with the desks that would do, best first. */
export type WishRow = Omit<OpenWish, 'placed'> &
	Pick<typeof wish.$inferSelect, 'weight' | 'must' | 'optional' | 'askedBy'>;

async function wishesOf(db: Reader, conferenceId: string, familyId: string): Promise<WishRow[]> {
	const rows = await db
		.select({ wish, desk: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.innerJoin(desk, eq(desk.id, wishDesk.deskId))
		.where(and(eq(wish.conferenceId, conferenceId), eq(wish.familyId, familyId)))
		.orderBy(wish.studentId, desk.number, wishDesk.rank);
	return [...groupBy(rows, ({ wish }) => wish.id).values()].map((entries) => {
		const { id, studentId, length, weight, must, optional, askedBy } = entries[0]!.wish;
		return {
			...{ id, student: studentId, length, weight, must, optional, askedBy },
			desks: entries.map(({ desk }) => desk),
		};
	});
}

/** What is taken of the things: not by what is given up, nor by holds that have ended. */
async function claimsOn(
	db: Reader,
	things: readonly string[],
	now: number,
	{ givenUp, usedHolds }: Pick<FactsWanted, 'givenUp' | 'usedHolds'>,
): Promise<Claim[]> {
	const rows = await db
		.select({ claim, until: hold.until, standing: appointment.standing })
		.from(claim)
		.leftJoin(hold, eq(hold.id, claim.holdId))
		.leftJoin(appointment, eq(appointment.id, claim.appointmentId))
		.where(inArray(claim.thing, [...new Set(things)]));
	return rows
		.filter(
			({ claim: { appointmentId, holdId }, until }) =>
				!givenUp.has(appointmentId ?? '') &&
				!usedHolds.has(holdId ?? '') &&
				(until === null || until > now),
		)
		.map(({ claim: row, standing }) => ({
			...{ thing: row.thing, start: row.startsAt, end: row.endsAt, occupancy: row.occupancy },
			standing: row.holdId ? 'held' : standing === 'asked' ? 'asked' : 'booked',
			...(row.seat === null ? {} : { seat: row.seat }),
		}));
}

function stayingFrom(
	row: AppointmentState,
	{ conference, places }: ConferenceSnapshot,
): StayingAppointment {
	const place = places.find(({ id }) => id === row.place);
	const key = place ? placeKey(place) : REMOTE;
	return {
		...countedFrom(row, conference.timeZone),
		...{ start: row.start, end: row.end, adults: row.adults, interpreter: row.interpreter },
		...{ placeKey: key, inPerson: key !== REMOTE },
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
	return rows.map(({ desk, student }) => ({ desk, date: '', students: [student] }));
}

/** Each desk's appointments by date, if anybody counts them. */
async function appointmentsPerDesk(
	db: Reader,
	{ conference }: ConferenceSnapshot,
	givenUp: ReadonlySet<string>,
): Promise<Pick<Counted, 'desk' | 'date'>[]> {
	if (conference.rules.perDeskDay === null) return [];
	const rows = await db
		.select({
			id: appointment.id,
			desk: appointment.deskId,
			date: sql<string>`(${appointment.startsAt} at time zone ${conference.timeZone})::date::text`,
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
