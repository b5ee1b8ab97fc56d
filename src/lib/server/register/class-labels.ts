import { sql } from 'drizzle-orm';

/** The label of a student's home class in the running school year, beside a row of `student`. */
export const homeLabel = sql<string | null>`(
	select class.label from enrolment
	join class on class.id = enrolment.class_id
	join school on school.school_year = class.school_year
	where enrolment.student_id = student.id and enrolment.home limit 1)`;
