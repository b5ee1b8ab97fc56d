import { sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { FoundForOffice } from '../../operations/found';
import type { App } from '../app';
import { rowsOf } from '../foundation/database/rows-of';
import { ForbiddenError } from '../foundation/forbidden';
import { findFamilies } from '../register/find-families';
import { everyWordIn } from '../register/search';

/** So many families and so many desks are told. */
const MOST_FAMILIES = 8;
const MOST_DESKS = 5;

/** Families and a conference's desks for the typed words, the best first; desks before families. */
export async function findForOffice(
	app: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
	text: string,
): Promise<FoundForOffice[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const [families, desks] = await Promise.all([
		findFamilies(app, actor, text),
		findDesks(app, conferenceId, text),
	]);
	const found = families.slice(0, MOST_FAMILIES).map(({ id, label, students, adults }) => ({
		kind: 'family' as const,
		id,
		name: label,
		about: [...students, ...adults.map((adult) => adult.split(', ')[0] ?? '')].join(', '),
	}));
	return [...desks, ...found];
}

/** Desks whose name, subject or people hold every typed word. */
async function findDesks(
	{ db }: Pick<App, 'db'>,
	conferenceId: string,
	text: string,
): Promise<FoundForOffice[]> {
	const everyWord = everyWordIn(sql`words.search`, text);
	if (!everyWord) return [];
	return rowsOf(
		db,
		sql<FoundForOffice>`
		select 'desk' as kind, desk.id, desk.name, desk.subject as about
		from desk
		cross join lateral (
			select search_text(concat_ws(' ', desk.name, desk.subject,
				(select string_agg(concat_ws(' ', given_name, family_name), ' ')
					from desk_person join person on person.id = person_id
					where desk_id = desk.id))) as search
		) as words
		where conference_id = ${conferenceId} and ${everyWord}
		order by word_similarity(search_text(${text}), words.search) desc, desk.number
		limit ${MOST_DESKS}`,
	);
}
