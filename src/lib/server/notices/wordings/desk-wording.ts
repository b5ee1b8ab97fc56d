import { eq } from 'drizzle-orm';
import type { WordingPart } from '../../../core/notices/wording';
import { groupBy } from '../../../core/group-by';
import { m } from '$lib/paraglide/messages';
import { act } from '../../foundation/database/schema';
import { desksChangedSince } from '../telling/desks-of-acts';
import { toldAdult } from './told-adult';
import { visitEntries } from './visit-entry';
import { dateWords, footOf, rowOf } from './visit-words';
import type { Writing, Written } from './writing';

/** A family's visit, after somebody changed where it takes place or whom one meets there. */
export async function deskWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const told = await toldAdult(app, row);
	const [done] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	if (!told || !done) return { reason: 'over' };
	const { view } = told;
	const changed = new Set((await desksChangedSince(app.db, done)).map(({ id }) => id));
	const touched = view.appointments.filter(
		({ desk, end }) => changed.has(desk) && end > app.clock.now(),
	);
	if (touched.length === 0) return { reason: 'over' };
	const days: WordingPart[] = [...groupBy(view.appointments, ({ date }) => date).values()].map(
		(own) => ({
			kind: 'rows',
			title: dateWords(own[0]!.start, view.conference.timeZone),
			rows: own.map((entry) =>
				rowOf(view, entry, touched.includes(entry) ? m.notice_desk_changed_row() : ''),
			),
		}),
	);
	return {
		wording: {
			subject: m.notice_desk_changed({ conference: view.conference.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: told.name }) },
				{ kind: 'words', text: m.notice_desk_changed_words() },
				...days,
				{ kind: 'way', text: m.notice_to_visit(), link: told.page },
				footOf(writing, view.conference.name),
			],
		},
		calendars: visitEntries(writing, told, {
			dates: [...new Set(touched.map(({ date }) => date))].sort(),
			at: done.at,
		}),
	};
}
