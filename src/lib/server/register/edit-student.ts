import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { meetingExcept, studentChange } from '../../operations/register';
import type { App } from '../app';
import {
	classTeacher,
	enrolment,
	family,
	familyStudent,
	meetingException,
	person,
	school,
	schoolClass,
	student,
} from '../foundation/database/schema';
import { byName } from './name-order';
import { fullName } from './names';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';
import { lockRegisterFor } from './lock-register';

/** Whom a student's family meets, and why. */
export interface MeetingLine {
	readonly person: string;
	readonly name: string;
	/** The subjects and classes from which it follows; empty for one by hand. */
	readonly reasons: readonly { readonly subject: string; readonly class: string }[];
	readonly exception: 'also' | 'not' | null;
}

export interface StudentPage {
	readonly id: string;
	readonly version: number;
	readonly givenName: string;
	readonly familyName: string;
	readonly yearGroup: string;
	readonly homeClass: string | null;
	readonly classes: readonly {
		readonly id: string;
		readonly label: string;
		readonly home: boolean;
	}[];
	readonly families: readonly { readonly id: string; readonly label: string }[];
	readonly meetings: readonly MeetingLine[];
	readonly hasLeft: boolean;
}

/** One student with classes, households, and whom the families meet; or `null`. */
export async function readStudent(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	id: string,
): Promise<StudentPage | null> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const [row] = await db.select().from(student).where(eq(student.id, id));
	if (!row) return null;
	const [classes, families, taught, exceptions] = await Promise.all([
		db
			.select({ id: schoolClass.id, label: schoolClass.label, home: enrolment.home })
			.from(enrolment)
			.innerJoin(schoolClass, eq(schoolClass.id, enrolment.classId))
			.innerJoin(school, eq(school.schoolYear, schoolClass.schoolYear))
			.where(eq(enrolment.studentId, id))
			.orderBy(byName(schoolClass.label)),
		db
			.select({ id: family.id, label: family.label })
			.from(familyStudent)
			.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
			.where(eq(familyStudent.studentId, id))
			.orderBy(asc(family.id)),
		db
			.select({ person, subject: classTeacher.subject, class: schoolClass.label })
			.from(enrolment)
			.innerJoin(schoolClass, eq(schoolClass.id, enrolment.classId))
			.innerJoin(school, eq(school.schoolYear, schoolClass.schoolYear))
			.innerJoin(classTeacher, eq(classTeacher.classId, schoolClass.id))
			.innerJoin(person, eq(person.id, classTeacher.personId))
			.where(eq(enrolment.studentId, id))
			.orderBy(asc(classTeacher.subject)),
		db
			.select({ person, meets: meetingException.meets })
			.from(meetingException)
			.innerJoin(person, eq(person.id, meetingException.personId))
			.where(eq(meetingException.studentId, id)),
	]);
	const lines = new Map<string, MeetingLine>();
	for (const { person: teacher, subject, class: label } of taught) {
		const known = lines.get(teacher.id);
		lines.set(teacher.id, {
			person: teacher.id,
			name: fullName(teacher),
			exception: null,
			reasons: [...(known?.reasons ?? []), { subject, class: label }],
		});
	}
	for (const { person: teacher, meets } of exceptions)
		lines.set(teacher.id, {
			person: teacher.id,
			name: fullName(teacher),
			reasons: lines.get(teacher.id)?.reasons ?? [],
			exception: meets ? 'also' : 'not',
		});
	return {
		id,
		version: row.version,
		yearGroup: row.yearGroup,
		classes,
		givenName: row.givenName ?? '',
		familyName: row.familyName ?? '',
		homeClass: classes.find(({ home }) => home)?.id ?? null,
		families: families.map(({ id, label }) => ({ id, label: label ?? '' })),
		meetings: [...lines.values()],
		hasLeft: row.leftAt !== null,
	};
}

/** Changes a student and the home class. */
export const changeStudent = performs(studentChange).by({
	lock: lockRegisterFor,
	async work({ tx, input: { id, version, givenName, familyName, yearGroup, homeClass } }) {
		const [before] = await tx.select().from(student).where(eq(student.id, id)).for('update');
		if (before?.version !== version) return { refused: { reason: 'changed-meanwhile' } };
		await tx
			.update(student)
			.set({ givenName: givenName || null, familyName, yearGroup, version: version + 1 })
			.where(eq(student.id, id));
		await tx.delete(enrolment).where(
			sql`${enrolment.studentId} = ${id} and ${enrolment.home} and ${enrolment.classId} in (
				select class.id from class join school on school.school_year = class.school_year)
				and ${enrolment.classId} is distinct from ${homeClass}`,
		);
		if (homeClass)
			await tx
				.insert(enrolment)
				.values({ classId: homeClass, studentId: id, home: true })
				.onConflictDoUpdate({
					target: [enrolment.classId, enrolment.studentId],
					set: { home: true },
				});
		return { done: {}, act: { kind: 'register.regrouped', after: { student: id } } };
	},
});

/** Says that a student's families meet a teacher, or do not, whatever follows from classes. */
export const setException = performs(meetingExcept).by({
	lock: lockRegisterFor,
	async work({ tx, input }) {
		const { student: studentId, person: personId, exception } = input;
		await tx
			.delete(meetingException)
			.where(
				and(eq(meetingException.studentId, studentId), eq(meetingException.personId, personId)),
			);
		if (exception)
			await tx
				.insert(meetingException)
				.values({ studentId, personId, meets: exception === 'also' });
		return { done: {}, act: { kind: 'register.regrouped', after: input } };
	},
});
