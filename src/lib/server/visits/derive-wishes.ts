import { and, eq, inArray, isNull } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { insertAll } from '../database/insert-all';
import {
	appointmentWish,
	classTeacher,
	desk,
	deskPerson,
	enrolment,
	family,
	familyStudent,
	school,
	schoolClass,
	student,
	wish,
	wishDesk,
} from '../database/schema';
import { newId } from '../identifiers';

/** The weight of a wish that follows from a class. */
const DERIVED_WEIGHT = 10;

/**
 * Makes the derived wishes follow from who teaches whom: for each student of each family and each
 * teacher of a class, one meeting at any of the teacher's desks. A difference: wishes that still
 * hold keep their identity, and one that an appointment serves is never removed.
 */
export async function deriveWishes(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
): Promise<void> {
	const taught = await tx
		.selectDistinct({
			familyId: familyStudent.familyId,
			studentId: enrolment.studentId,
			personId: classTeacher.personId,
			deskId: desk.id,
			number: desk.number,
		})
		.from(enrolment)
		.innerJoin(schoolClass, eq(schoolClass.id, enrolment.classId))
		.innerJoin(school, eq(school.schoolYear, schoolClass.schoolYear))
		.innerJoin(classTeacher, eq(classTeacher.classId, enrolment.classId))
		.innerJoin(student, and(eq(student.id, enrolment.studentId), isNull(student.leftAt)))
		.innerJoin(familyStudent, eq(familyStudent.studentId, enrolment.studentId))
		.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
		.innerJoin(deskPerson, eq(deskPerson.personId, classTeacher.personId))
		.innerJoin(desk, and(eq(desk.id, deskPerson.deskId), eq(desk.conferenceId, conferenceId)))
		.orderBy(desk.number);

	const wanted = new Map<string, { familyId: string; studentId: string; desks: string[] }>();
	const meetings = groupBy(
		taught,
		({ familyId, studentId, personId }) => `${familyId}/${studentId}/${personId}`,
	);
	for (const rows of meetings.values()) {
		const { familyId, studentId } = rows[0]!;
		const desks = rows.map(({ deskId }) => deskId);
		wanted.set(`${familyId}/${studentId}/${desks.join()}`, { familyId, studentId, desks });
	}

	const known = await tx
		.select()
		.from(wish)
		.leftJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(and(eq(wish.conferenceId, conferenceId), eq(wish.source, 'derived')))
		.orderBy(wishDesk.rank);
	const stale: string[] = [];
	for (const [id, rows] of groupBy(known, ({ wish }) => wish.id)) {
		const { familyId, studentId } = rows[0]!.wish;
		const desks = rows.flatMap(({ wish_desk }) => wish_desk?.deskId ?? []);
		if (!wanted.delete(`${familyId}/${studentId}/${desks.join()}`)) stale.push(id);
	}
	await removeUnserved(tx, stale);

	const fresh = [...wanted.values()].map((entry) => ({ id: newId(clock), ...entry }));
	await insertAll(
		tx,
		wish,
		fresh.map(({ id, familyId, studentId }) => ({
			id,
			conferenceId,
			familyId,
			studentId,
			weight: DERIVED_WEIGHT,
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
