import { and, eq } from 'drizzle-orm';
import type { RegisterWrites } from '../../core/register/register-difference';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import {
	adult,
	classTeacher,
	enrolment,
	family,
	familyAdult,
	familyStudent,
	invitation,
	person,
	school,
	schoolClass,
	student,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';

/** Writes what reading lists changes. Whoever is new gets an invitation. */
export async function writeDifference(
	tx: Transaction,
	clock: Clock,
	writes: RegisterWrites,
): Promise<void> {
	const { persons, students, adults, families, classes } = writes;
	const [{ schoolYear } = { schoolYear: '' }] = await tx.select().from(school);
	await insertAll(
		tx,
		schoolClass,
		classes.map((entry) => ({ ...entry, schoolYear })),
	);
	await insertAll(tx, person, persons.insert.map(mutable));
	await insertAll(tx, student, [...students.insert]);
	await insertAll(tx, adult, [...adults.insert]);
	await insertAll(tx, family, [...families.insert]);
	await insertAll(tx, invitation, [
		...persons.insert.map(({ id: personId }) => ({ id: newId(clock), personId })),
		...adults.insert.map(({ id: adultId }) => ({ id: newId(clock), adultId })),
	]);

	const leftAt = (left: boolean | undefined) =>
		left === undefined ? {} : { leftAt: left ? clock.now() : null };
	for (const { id, set } of persons.update) {
		const { left, ...fields } = set;
		// A new address is one that nobody has confirmed.
		const unconfirmed = fields.email === undefined ? {} : { emailConfirmedAt: null };
		await tx
			.update(person)
			.set({ ...mutable(fields), ...unconfirmed, ...leftAt(left) })
			.where(eq(person.id, id));
	}
	for (const { id, set } of students.update) {
		const { left, ...fields } = set;
		await tx
			.update(student)
			.set({ ...fields, ...leftAt(left) })
			.where(eq(student.id, id));
	}
	for (const { id, set } of adults.update) {
		const { left, ...fields } = set;
		await tx
			.update(adult)
			.set({ ...fields, ...leftAt(left) })
			.where(eq(adult.id, id));
	}
	for (const { id, set } of families.update) {
		const { left, key, ...fields } = set;
		await tx
			.update(family)
			.set({ ...fields, ...leftAt(left) })
			.where(eq(family.id, id));
	}

	for (const entry of writes.teaching.remove)
		await tx
			.delete(classTeacher)
			.where(
				and(
					eq(classTeacher.classId, entry.class),
					eq(classTeacher.personId, entry.person),
					eq(classTeacher.subject, entry.subject),
				),
			);
	await insertAll(
		tx,
		classTeacher,
		writes.teaching.insert.map((entry) => ({
			classId: entry.class,
			personId: entry.person,
			subject: entry.subject,
		})),
	);
	for (const entry of writes.enrolments.remove)
		await tx
			.delete(enrolment)
			.where(and(eq(enrolment.classId, entry.class), eq(enrolment.studentId, entry.student)));
	for (let from = 0; from < writes.enrolments.insert.length; from += 2000)
		await tx
			.insert(enrolment)
			.values(
				writes.enrolments.insert.slice(from, from + 2000).map((entry) => ({
					classId: entry.class,
					studentId: entry.student,
					home: entry.home,
				})),
			)
			.onConflictDoNothing();

	for (const { family: familyId, member } of writes.familyAdults.remove)
		await tx
			.delete(familyAdult)
			.where(and(eq(familyAdult.familyId, familyId), eq(familyAdult.adultId, member)));
	await insertAll(
		tx,
		familyAdult,
		writes.familyAdults.insert.map(({ family: familyId, member: adultId }) => ({
			familyId,
			adultId,
		})),
	);
	await insertAll(
		tx,
		familyStudent,
		writes.familyStudents.insert.map(({ family: familyId, member: studentId }) => ({
			familyId,
			studentId,
		})),
	);
}

/** Drizzle's types want lists that may be changed. */
const mutable = <T extends { subjects?: readonly string[]; languages?: readonly string[] }>({
	subjects,
	languages,
	...rest
}: T) => ({
	...rest,
	subjects: subjects ? [...subjects] : undefined,
	languages: languages ? [...languages] : undefined,
});
