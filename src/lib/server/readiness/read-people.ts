import { and, eq, isNull, sql } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { groupBy } from '../../core/group-by';
import type { ReadyFamily, ReadyTeacher } from '../../core/readiness/readiness-facts';
import type { Reader } from '../foundation/database/connect';
import { rowsOf } from '../foundation/database/rows-of';
import { adult, family, familyAdult } from '../foundation/database/schema';

/** The families that are here, with how their adults can be reached. */
export async function readReadyFamilies(db: Reader): Promise<ReadyFamily[]> {
	const [families, adults] = await Promise.all([
		db.select().from(family).where(isNull(family.leftAt)).orderBy(family.id),
		db
			.select({
				familyId: familyAdult.familyId,
				id: adult.id,
				email: adult.email,
				telephone: adult.telephone,
			})
			.from(familyAdult)
			.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
			.orderBy(adult.id),
	]);
	const adultsOf = groupBy(adults, ({ familyId }) => familyId);
	return families.map(({ id, stepFree, interpreter }) => ({
		id,
		stepFree,
		interpreter,
		adults: (adultsOf.get(id) ?? []).map(({ familyId: _, ...one }) => one),
	}));
}

/** The teachers who are here, with whether they have students and sit at one of the desks. */
export async function readReadyTeachers(
	db: Reader,
	plans: readonly DeskPlan[],
): Promise<ReadyTeacher[]> {
	const rows = await rowsOf(
		db,
		sql<Omit<ReadyTeacher, 'sitsAtDesk'>>`
		select person.id, email, email_confirmed_at is not null as "isConfirmed",
			exists (
				select from class_teacher
				join class on class.id = class_teacher.class_id
				join school on school.school_year = class.school_year
				join enrolment on enrolment.class_id = class.id
				join student on student.id = enrolment.student_id and student.left_at is null
				where class_teacher.person_id = person.id
			) or exists (
				select from meeting_exception where meets and person_id = person.id
			) as "hasStudents"
		from person
		where is_teacher and left_at is null
		order by person.id`,
	);
	const seated = new Set(plans.flatMap(({ people }) => people.map(({ person }) => person)));
	return rows.map((row) => ({ ...row, sitsAtDesk: seated.has(row.id) }));
}

/** Classes of the running school year with students in them whom nobody teaches. */
export async function untaughtClasses(db: Reader): Promise<string[]> {
	const rows = await rowsOf(
		db,
		sql<{ id: string }>`
		select class.id
		from class
		join school on school.school_year = class.school_year
		where not exists (select from class_teacher where class_id = class.id)
			and exists (
				select from enrolment
				join student on student.id = student_id and left_at is null
				where class_id = class.id
			)
		order by class.label`,
	);
	return rows.map(({ id }) => id);
}
