import { inArray } from 'drizzle-orm';
import type { Reader } from '../database/connect';
import { student } from '../database/schema';

/** What to call a student's place in the school. */
export async function classLabels(
	db: Reader,
	students: readonly string[],
): Promise<Map<string, string>> {
	const rows = await db
		.select({ id: student.id, yearGroup: student.yearGroup })
		.from(student)
		.where(inArray(student.id, [...students]));
	return new Map(rows.map(({ id, yearGroup }) => [id, yearGroup]));
}
