import { and, eq, inArray, isNotNull, or, sql, type SQL } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { may, type Actor } from '../../../core/permissions/may';
import type { App } from '../../app';
import type { Reader } from '../../foundation/database/connect';
import {
	adult,
	appointment,
	building,
	conference,
	desk,
	family,
	meetingException,
	person,
	place,
	schoolClass,
	series,
	sitting,
	slot,
	student,
	wish,
} from '../../foundation/database/schema';
import { ForbiddenError } from '../../foundation/forbidden';
import { FILE_FORMAT, fileColumns, type ConferenceFile, type FileRow, instantsIn } from './schema';
import { fileTables, type FileTable } from './tables';
import { secret } from '../../foundation/secret-in-answer';

/** A whole conference as a file, with the people it needs. `null`: there is none. */
export async function exportConference(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<ConferenceFile | null> {
	if (!may(actor, 'conference.set-up')) throw new ForbiddenError();
	return db.transaction(
		async (tx) => {
			const [row] = await tx.select().from(conference).where(eq(conference.id, conferenceId));
			if (!row) return null;
			const conditions = conditionsFor(tx, conferenceId);
			const tables = {} as Record<FileTable, FileRow[]>;
			for (const name of Object.keys(fileTables) as FileTable[])
				tables[name] = await rowsOf(tx, name, conditions[name]);
			return secret({ format: FILE_FORMAT, tables } as ConferenceFile);
		},
		{ isolationLevel: 'repeatable read', accessMode: 'read only' },
	);
}

async function rowsOf(db: Reader, name: FileTable, condition: SQL): Promise<FileRow[]> {
	const { table } = fileTables[name];
	const columns = fileColumns(name);
	const rows = await db
		.select(columns as never)
		.from(table as PgTable)
		.where(condition)
		.orderBy(
			...(Object.values(columns) as PgColumn[]).filter(
				({ primary, name }) => primary || name.endsWith('_id'),
			),
		);
	const instants = instantsIn(name);
	return (rows as FileRow[]).map((row) =>
		Object.fromEntries(
			Object.entries(row).map(([key, value]) => [
				key,
				instants.has(key) && typeof value === 'number' ? new Date(value).toISOString() : value,
			]),
		),
	);
}

/** Which rows belong to a conference: its own, and the people, classes and places that it needs. */
function conditionsFor(db: Reader, id: string): Record<FileTable, SQL> {
	const desks = db.select({ id: desk.id }).from(desk).where(eq(desk.conferenceId, id));
	const own = db.select({ id: series.id }).from(series).where(inArray(series.deskId, desks));
	const tried = sql`(select id from family where trial_of = ${id})`;
	const ofAppointments = and(
		eq(appointment.conferenceId, id),
		sql`${appointment.familyId} not in ${tried}`,
	)!;
	const ofWishes = and(eq(wish.conferenceId, id), sql`${wish.familyId} not in ${tried}`)!;
	const appointments = db.select({ id: appointment.id }).from(appointment).where(ofAppointments);
	const wishes = db.select({ id: wish.id }).from(wish).where(ofWishes);
	const questions = sql`(select id from question where conference_id = ${id})`;
	const families = sql`(
		select family_id from (select family_id from wish where conference_id = ${id}
			union select family_id from appointment where conference_id = ${id}) as known
		where family_id not in ${tried})`;
	const students = sql`(
		select student_id from family_student where family_id in ${families}
		union select student_id from wish where id in ${wishes}
		union select student_id from appointment_student where appointment_id in ${appointments})`;
	const adults = sql`(
		select adult_id from family_adult where family_id in ${families}
		union select adult_id from appointment_adult where appointment_id in ${appointments})`;
	const receiving = sql`(
		select person_id from desk_person where desk_id in ${desks}
		union select person_id from desk_substitute where desk_id in ${desks}
		union select absent_id from desk_substitute where desk_id in ${desks})`;
	const people = or(
		sql`${person.id} in ${receiving}`,
		eq(person.isInterpreter, true),
		inArray(
			person.id,
			db
				.select({ id: sql<string>`receiver_id` })
				.from(appointment)
				.where(and(eq(appointment.conferenceId, id), isNotNull(appointment.receiverId))),
		),
		inArray(
			person.id,
			db
				.select({ id: sql<string>`interpreter_id` })
				.from(appointment)
				.where(and(eq(appointment.conferenceId, id), isNotNull(appointment.interpreterId))),
		),
		sql`${person.id} in (select person_id from adult where id in ${adults})`,
	)!;
	const personIds = db.select({ id: person.id }).from(person).where(people);
	const classes = sql`(select class_id from enrolment where student_id in ${students})`;
	const places = sql`(
		select place_id from series_place where series_id in ${own}
		union select place_id from sitting where desk_id in ${desks}
		union select room_id from sitting where desk_id in ${desks}
		union select place_id from slot where desk_id in ${desks}
		union select place_id from appointment where conference_id = ${id})`;
	return {
		people,
		classes: sql`${schoolClass.id} in ${classes}`,
		classTeachers: and(sql`class_id in ${classes}`, sql`person_id in ${personIds}`)!,
		students: sql`${student.id} in ${students}`,
		enrolments: sql`student_id in ${students}`,
		families: sql`${family.id} in ${families}`,
		adults: sql`${adult.id} in ${adults}`,
		familyAdults: sql`family_id in ${families}`,
		familyStudents: sql`family_id in ${families}`,
		meetingExceptions: and(
			sql`${meetingException.studentId} in ${students}`,
			sql`${meetingException.personId} in ${personIds}`,
		)!,
		buildings: sql`${building.id} is not null`,
		buildingWalks: sql`true`,
		places: sql`${place.id} in ${places}`,
		conference: eq(conference.id, id),
		desks: eq(desk.conferenceId, id),
		deskPeople: sql`desk_id in ${desks}`,
		deskSubstitutes: sql`desk_id in ${desks}`,
		series: inArray(series.deskId, desks),
		seriesPlaces: sql`series_id in ${own}`,
		sittings: inArray(sitting.deskId, desks),
		slots: inArray(slot.deskId, desks),
		wishes: ofWishes,
		wishDesks: sql`wish_id in ${wishes}`,
		questions: sql`conference_id = ${id}`,
		questionDesks: sql`question_id in ${questions}`,
		// What is one adult's alone says that something is withdrawn in the family.
		answers: sql`question_id in ${questions} and holder_id is null`,
		appointments: ofAppointments,
		takenSlots: sql`appointment_id in ${appointments}`,
		appointmentStudents: sql`appointment_id in ${appointments}`,
		appointmentWishes: sql`appointment_id in ${appointments}`,
		appointmentAdults: sql`appointment_id in ${appointments}`,
		appointmentAlong: sql`appointment_id in ${appointments}`,
	};
}
