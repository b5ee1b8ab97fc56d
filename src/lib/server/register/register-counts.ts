import { sql } from 'drizzle-orm';
import type { RegisterCounts } from '../../operations/progress';
import type { Reader } from '../foundation/database/connect';
import { rowsOf } from '../foundation/database/rows-of';

/** How many of each are here now. */
export async function registerCounts(db: Reader): Promise<RegisterCounts> {
	const [row] = await rowsOf(
		db,
		sql<RegisterCounts>`
		select
			(select count(*)::int from person where is_teacher and left_at is null) as teachers,
			(select count(*)::int from person where is_teacher and left_at is null
				and email_confirmed_at is null) as unconfirmed,
			(select count(*)::int from person where is_interpreter and left_at is null) as interpreters,
			(select count(*)::int from student where left_at is null) as students,
			(select count(*)::int from family where left_at is null) as families,
			(select count(*)::int from class join school on school.school_year = class.school_year)
				as classes`,
	);
	return row!;
}
