import { eq, inArray } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import { instantOf } from '../../../core/time/local-time';
import { typedDate } from '../../../core/time/local-of';
import type { DeskId } from '../../../core/ids';
import { act, conference, desk } from '../../foundation/database/schema';
import { desksJoined } from '../telling/desks-of-acts';
import { readPerson } from './told-person';
import { dateWords, footOf, listWords } from './visit-words';
import type { Writing, Written } from './writing';

/** That somebody receives at a desk now, or stands in there for somebody. */
export async function joinedWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const reader = await readPerson(app, row.personId);
	const [done] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	const [known] = await app.db
		.select()
		.from(conference)
		.where(eq(conference.id, row.conferenceId!));
	if (!reader || !done || !known) return { reason: 'over' };
	const joined = desksJoined(done, reader.id);
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
					dates: listWords(dates.map((date) => dayWords(date, known.timeZone))),
				})
			: m.notice_joined_desk({ desk: name });
	});
	return {
		wording: {
			subject: m.notice_joined({ conference: known.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: reader.name }) },
				{ kind: 'words', text: lines.join('\n') },
				{ kind: 'way', text: m.notice_to_day(), link: reader.page },
				footOf(writing, known.name),
			],
		},
	};
}

function dayWords(date: string, zone: string): string {
	const noon = instantOf(typedDate(date), 12 * 60, zone);
	return noon.ok ? dateWords(noon.epoch, zone) : date;
}
