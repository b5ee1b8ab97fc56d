import { eq } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import { guest } from '../../foundation/database/schema';
import { guestLink } from '../../invitations/links';
import { guestView } from '../../visits/guests';
import { substituteWords } from '$lib/words/substitute-words';
import { placeWords } from '$lib/words/place-words';
import { guestCalendar } from '../../visits/visit-calendar';
import type { Writing, Written } from './writing';
import { dateWords, footOf, timeWords } from './visit-words';

/** The one appointment to which somebody was asked along, or that they are not asked any more. */
export async function guestWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const [known] = await app.db.select().from(guest).where(eq(guest.id, row.guestId!));
	if (!known) return { reason: 'over' };
	const name = known.name ?? '';
	const notToCome = (words: string): Written => ({
		wording: {
			subject: m.notice_not_needed({ school: school.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name }) },
				{ kind: 'words', text: words },
				footOf(writing, ''),
			],
		},
	});
	if (row.kind === 'not-needed') return notToCome(m.notice_not_needed_words());
	const { origin, key } = app.config;
	const link = guestLink(origin, key, known);
	const view = await guestView(app, link.split('/').at(-1)!);
	const isChange = row.kind === 'along-changed';
	if (!view) {
		// Who was told already that they need not come knows.
		const isAsked = known.withdrawnAt === null;
		return isChange && isAsked ? notToCome(m.notice_along_over()) : { reason: 'over' };
	}
	const { desk, start, end, timeZone, place } = view;
	const where = placeWords(place);
	const summary = m.guest_title({ teacher: desk.name });
	return {
		wording: {
			subject: isChange
				? m.notice_along_changed({ date: dateWords(start, timeZone) })
				: m.notice_asked_along({ date: dateWords(start, timeZone) }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name }) },
				{
					kind: 'words',
					text: isChange ? m.notice_along_changed_words() : m.notice_asked_along_words(),
				},
				{
					kind: 'rows',
					title: dateWords(start, timeZone),
					rows: [
						{
							time: `${timeWords(start, timeZone)}–${timeWords(end, timeZone)}`,
							what: desk.name,
							where,
							link: view.link,
							note: '',
						},
					],
				},
				{ kind: 'way', text: m.notice_to_meeting(), link },
				{ kind: 'quiet', text: m.guest_note() },
				footOf(writing, ''),
			],
		},
		files: [
			{
				filename: 'meeting.ics',
				content: guestCalendar(view, app.clock.now(), {
					summary,
					location: where,
					description: substituteWords(desk),
				}),
			},
		],
	};
}
