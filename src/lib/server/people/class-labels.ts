import { inArray, sql } from 'drizzle-orm';
import type { Reader } from '../database/connect';
import { student } from '../database/schema';

/** The label of a student's home class in the running school year, beside a row of `student`. */
export const homeLabel = sql<string | null>`(
	select class.label from enrolment
	join class on class.id = enrolment.class_id
	join school on school.school_year = class.school_year
	where enrolment.student_id = student.id and enrolment.home limit 1)`;

/** What to call a student's place in the school: the home class, else the year group. */
export async function classLabels(
	db: Reader,
	students: readonly string[],
): Promise<Map<string, string>> {
	const rows = await db
		.select({ id: student.id, yearGroup: student.yearGroup, label: homeLabel })
		.from(student)
		.where(inArray(student.id, [...students]));
	return new Map(rows.map(({ id, yearGroup, label }) => [id, label ?? yearGroup]));
}
