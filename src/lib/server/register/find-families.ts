import { sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { FoundFamily } from '../../operations/found';
import type { App } from '../app';
import { ForbiddenError } from '../foundation/forbidden';
import { familiesWithEveryWord } from './search';
import { rowsOf } from '../foundation/database/rows-of';

const MOST_FOUND = 20;

const described = sql`
	select family.id, coalesce(family.label, '') as label, coalesce(family.address, '') as address,
		array(select concat_ws(', ', nullif(concat_ws(' ', given_name, family_name), ''), email)
			from family_adult join adult on adult.id = adult_id
			where family_id = family.id and adult.left_at is null order by adult.id) as adults,
		array(select concat_ws(' ', given_name, family_name,
				(select class.label from enrolment join class on class.id = class_id
					join school on school.school_year = class.school_year
					where student_id = student.id and home limit 1))
			from family_student join student on student.id = student_id
			where family_id = family.id and student.left_at is null order by student.id) as students
	from family`;

/** Families for the typed words, the best first; without the one that is asked from. */
export async function findFamilies(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	text: string,
	exceptId: string | null = null,
): Promise<FoundFamily[]> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const found = familiesWithEveryWord(text);
	if (!found) return [];
	return rowsOf(
		db,
		sql<FoundFamily>`${described}
		where family.left_at is null and family.id is distinct from ${exceptId} and ${found}
		order by word_similarity(search_text(${text}), family.search) desc, family.id
		limit ${MOST_FOUND}`,
	);
}

/** One family in the same words; `null` for one that is not there, or left. */
export async function describeFamily(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	id: string,
): Promise<FoundFamily | null> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const [family] = await rowsOf(
		db,
		sql<FoundFamily>`${described} where family.left_at is null and family.id = ${id}`,
	);
	return family ?? null;
}
