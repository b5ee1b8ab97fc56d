import { eq, isNull } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { RegisterState } from '../../core/register/register-state';
import type { Reader } from '../foundation/database/connect';
import {
	adult,
	classTeacher,
	enrolment,
	family,
	familyAdult,
	familyStudent,
	person,
	school,
	schoolClass,
	student,
} from '../foundation/database/schema';

/** The whole register as lists are compared with it; classes are those of the running school year. */
export async function loadRegister(db: Reader): Promise<RegisterState> {
	const thisYear = eq(schoolClass.schoolYear, db.select({ year: school.schoolYear }).from(school));
	const [
		persons,
		students,
		adults,
		families,
		classes,
		teaching,
		enrolments,
		ofAdults,
		ofStudents,
		homes,
	] = await Promise.all([
		db.select().from(person).orderBy(person.id),
		db.select().from(student).where(isNull(student.trialOf)).orderBy(student.id),
		db.select().from(adult).where(isNull(adult.trialOf)).orderBy(adult.id),
		db.select().from(family).where(isNull(family.trialOf)).orderBy(family.id),
		db.select().from(schoolClass).where(thisYear).orderBy(schoolClass.id),
		db
			.select({
				class: classTeacher.classId,
				person: classTeacher.personId,
				subject: classTeacher.subject,
			})
			.from(classTeacher)
			.innerJoin(schoolClass, eq(schoolClass.id, classTeacher.classId))
			.where(thisYear),
		db
			.select({ class: enrolment.classId, student: enrolment.studentId, home: enrolment.home })
			.from(enrolment)
			.innerJoin(schoolClass, eq(schoolClass.id, enrolment.classId))
			.where(thisYear),
		db.select().from(familyAdult).orderBy(familyAdult.familyId),
		db.select().from(familyStudent).orderBy(familyStudent.familyId),
		db
			.select({ student: enrolment.studentId, label: schoolClass.label })
			.from(enrolment)
			.innerJoin(schoolClass, eq(schoolClass.id, enrolment.classId))
			.where(eq(enrolment.home, true))
			.orderBy(schoolClass.schoolYear),
	]);
	const adultsFamilies = groupBy(ofAdults, ({ adultId }) => adultId);
	const studentsFamilies = groupBy(ofStudents, ({ studentId }) => studentId);
	const lastClasses = new Map(homes.map((entry) => [entry.student, entry.label]));
	return {
		persons: persons.map((row) => ({ ...row, left: row.leftAt !== null })),
		students: students.map((row) => ({
			...row,
			left: row.leftAt !== null,
			lastClass: lastClasses.get(row.id) ?? null,
			families: (studentsFamilies.get(row.id) ?? []).map(({ familyId }) => familyId),
		})),
		adults: adults.map((row) => ({
			...row,
			left: row.leftAt !== null,
			families: (adultsFamilies.get(row.id) ?? []).map(({ familyId }) => familyId),
		})),
		families: families.map((row) => ({ ...row, left: row.leftAt !== null })),
		classes,
		teaching,
		enrolments,
	};
}
