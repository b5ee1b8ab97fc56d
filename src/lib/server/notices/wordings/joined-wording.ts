import { eq, inArray } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import type { DeskId } from '../../../core/ids';
import { act, desk } from '../../foundation/database/schema';
import { desksChangedSince, desksJoined } from '../telling/desks-of-acts';
import { readTelling } from '../telling/telling';
import { readPerson } from './told-person';
import { dayWords, footOf, listWords } from './visit-words';
import type { Writing, Written } from './writing';

/** That somebody receives at a desk now, or stands in there for somebody. */
export async function joinedWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const reader = await readPerson(app, row.personId);
	const [done] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	const telling = await readTelling(app.db, row.conferenceId!);
	if (!reader || !done || !telling) return { reason: 'over' };
	const joined = desksJoined(await desksChangedSince(app.db, done), reader.id);
	const desks = await app.db
		.select()
		.from(desk)
		.where(
			inArray(
				desk.id,
				joined.map(({ desk }) => desk as DeskId),
			),
		);
	if (desks.length === 0) return { reason: 'over' };
	const lines = desks.map(({ id, name }) => {
		const dates = joined.find((one) => one.desk === id)?.dates ?? [];
		return dates.length
			? m.notice_joined_instead({
					desk: name,
					dates: listWords(dates.map(dayWords)),
				})
			: m.notice_joined_desk({ desk: name });
	});
	return {
		wording: {
			subject: m.notice_joined({ conference: telling.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: reader.name }) },
				{ kind: 'words', text: lines.join('\n') },
				{ kind: 'way', text: m.notice_to_day(), link: reader.page },
				footOf(writing, telling.name),
			],
		},
	};
}
