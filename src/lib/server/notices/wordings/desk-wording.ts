import { eq } from 'drizzle-orm';
import type { WordingPart } from '../../../core/notices/wording';
import { groupBy } from '../../../core/group-by';
import type { ShownAppointment } from '../../../core/visits/family-projection';
import { m } from '$lib/paraglide/messages';
import { act } from '../../foundation/database/schema';
import { desksChangedSince } from '../telling/desks-of-acts';
import { outsideHours } from '../telling/hours-of-acts';
import { toldAdult } from './told-adult';
import { publishedVisit } from './published-visit';
import { visitEntries } from './visit-entry';
import { dateWords, footOf, rowOf } from './visit-words';
import type { Writing, Written } from './writing';

/** A family's visit, after somebody changed when or where a desk is open, or whom one meets there. */
export async function deskWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const told = await toldAdult(app, row);
	const [done] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	if (!told || !done) return { reason: 'over' };
	const { view } = told;
	const elsewhere = (await desksChangedSince(app.db, done)).filter((one) => one.isElsewhere);
	const elsewhereIds = new Set(elsewhere.map(({ id }) => id));
	const ahead = view.appointments.filter(({ end }) => end > app.clock.now());
	const moved = new Set(ahead.filter(({ desk }) => elsewhereIds.has(desk)).map(({ id }) => id));
	const left = await outsideHours(
		app.db,
		ahead.map(({ id }) => id),
	);
	const touched = ahead.filter(({ id }) => moved.has(id) || left.has(id));
	if (touched.length === 0) return { reason: 'over' };
	const noteOf = ({ id }: ShownAppointment): string => {
		if (left.has(id)) return m.notice_desk_hours_row();
		return moved.has(id) ? m.notice_desk_changed_row() : '';
	};
	const days: WordingPart[] = [...groupBy(view.appointments, ({ date }) => date).values()].map(
		(own) => ({
			kind: 'rows',
			title: dateWords(own[0]!.start, view.conference.timeZone),
			rows: own.map((entry) => rowOf(view, entry, noteOf(entry))),
		}),
	);
	return {
		wording: {
			subject: left.size
				? m.notice_desk_hours({ conference: view.conference.name })
				: m.notice_desk_changed({ conference: view.conference.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: told.name }) },
				{
					kind: 'words',
					text: left.size ? m.notice_desk_hours_words() : m.notice_desk_changed_words(),
				},
				...days,
				{ kind: 'way', text: m.notice_to_visit(), link: told.page },
				footOf(writing, view.conference.name),
			],
		},
		calendars: visitEntries(writing, told, {
			dates: [...new Set(touched.map(({ date }) => date))].sort(),
			at: done.at,
		}),
		files: await publishedVisit(app, row, told, new Set()),
		desks: touched.map(({ desk }) => desk),
	};
}
