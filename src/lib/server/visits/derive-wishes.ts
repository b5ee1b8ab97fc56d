import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { insertAll } from '../database/insert-all';
import {
	appointmentWish,
	desk,
	family,
	familyStudent,
	student,
	wish,
	wishDesk,
} from '../database/schema';
import { newId } from '../identifiers';

/** The weight of a wish that follows from a class; of one for a desk that is open to all. */
const DERIVED_WEIGHT = 10;
const OPTIONAL_WEIGHT = 1;

interface WantedWish {
	readonly familyId: string;
	readonly studentId: string;
	readonly desks: readonly string[];
	readonly optional: boolean;
}

const wishKey = ({ familyId, studentId, desks, optional }: WantedWish): string =>
	`${familyId}/${studentId}/${desks.join()}/${optional}`;

/**
 * Makes the derived wishes follow from who teaches whom: for each student of each family and each
 * teacher of a class, one meeting at any of the teacher's desks; exceptions by hand add and leave out
 * teachers, and desks that are open to all are offered to everybody. A difference: wishes that still
 * hold keep their identity, and one that an appointment serves is never removed.
 */
export async function deriveWishes(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
): Promise<void> {
	const wanted = new Map<string, WantedWish>();
	const meetings = groupBy(
		await meetingsOf(tx, conferenceId),
		({ familyId, studentId, personId }) => `${familyId}/${studentId}/${personId}`,
	);
	const seen = new Set<string>();
	for (const rows of meetings.values()) {
		const { familyId, studentId } = rows[0]!;
		const wish = { familyId, studentId, desks: rows.map(({ deskId }) => deskId), optional: false };
		wanted.set(wishKey(wish), wish);
		for (const desk of wish.desks) seen.add(`${studentId}/${desk}`);
	}
	for (const { familyId, studentId, deskId } of await offersToAll(tx, conferenceId)) {
		if (seen.has(`${studentId}/${deskId}`)) continue;
		const wish = { familyId, studentId, desks: [deskId], optional: true };
		wanted.set(wishKey(wish), wish);
	}

	const known = await tx
		.select()
		.from(wish)
		.leftJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(and(eq(wish.conferenceId, conferenceId), eq(wish.source, 'derived')))
		.orderBy(wishDesk.rank);
	const stale: string[] = [];
	for (const [id, rows] of groupBy(known, ({ wish }) => wish.id)) {
		const { familyId, studentId, optional } = rows[0]!.wish;
		const desks = rows.flatMap(({ wish_desk }) => wish_desk?.deskId ?? []);
		if (!wanted.delete(wishKey({ familyId, studentId, desks, optional }))) stale.push(id);
	}
	await removeUnserved(tx, stale);

	const fresh = [...wanted.values()].map((entry) => ({ id: newId(clock), ...entry }));
	await insertAll(
		tx,
		wish,
		fresh.map(({ id, familyId, studentId, optional }) => ({
			id,
			conferenceId,
			familyId,
			studentId,
			optional,
			weight: optional ? OPTIONAL_WEIGHT : DERIVED_WEIGHT,
			askedBy: 'family' as const,
			source: 'derived' as const,
		})),
	);
	await insertAll(
		tx,
		wishDesk,
		fresh.flatMap(({ id, desks }) => desks.map((deskId, rank) => ({ wishId: id, deskId, rank }))),
	);
}

interface Meeting {
	readonly familyId: string;
	readonly studentId: string;
	readonly personId: string;
	readonly deskId: string;
}

/** Who meets whom, desk by desk in order of the desks' numbers, as it follows from classes and exceptions. */
async function meetingsOf(tx: Transaction, conferenceId: string): Promise<Meeting[]> {
	return tx.execute<Meeting & Record<string, unknown>>(sql`
		with meets as (
			select enrolment.student_id, class_teacher.person_id
			from enrolment
			join class on class.id = enrolment.class_id
			join school on school.school_year = class.school_year
			join class_teacher on class_teacher.class_id = class.id
			union
			select student_id, person_id from meeting_exception where meets
			except
			select student_id, person_id from meeting_exception where not meets
		)
		select family.id as "familyId", student.id as "studentId", meets.person_id as "personId",
			desk.id as "deskId"
		from meets
		join student on student.id = meets.student_id and student.left_at is null
		join family_student on family_student.student_id = student.id
		join family on family.id = family_student.family_id and family.left_at is null
		join desk_person on desk_person.person_id = meets.person_id
		join desk on desk.id = desk_person.desk_id and desk.conference_id = ${conferenceId}
		order by desk.number, student.id, family.id`);
}

/** Desks that are open to all, for each student of each family. */
async function offersToAll(
	tx: Transaction,
	conferenceId: string,
): Promise<Omit<Meeting, 'personId'>[]> {
	return tx
		.select({
			familyId: familyStudent.familyId,
			studentId: familyStudent.studentId,
			deskId: desk.id,
		})
		.from(familyStudent)
		.innerJoin(student, and(eq(student.id, familyStudent.studentId), isNull(student.leftAt)))
		.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
		.innerJoin(desk, and(eq(desk.conferenceId, conferenceId), eq(desk.forAll, true)))
		.orderBy(desk.number, student.id);
}

async function removeUnserved(tx: Transaction, ids: readonly string[]): Promise<void> {
	if (ids.length === 0) return;
	const served = await tx
		.select({ id: appointmentWish.wishId })
		.from(appointmentWish)
		.where(inArray(appointmentWish.wishId, [...ids]));
	const keep = new Set(served.map(({ id }) => id));
	const gone = ids.filter((id) => !keep.has(id));
	if (gone.length) await tx.delete(wish).where(inArray(wish.id, gone));
}
