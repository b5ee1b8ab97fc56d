import { eq } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import { act, enquiry } from '../../foundation/database/schema';
import type { Writing, Written } from './writing';
import { answeredEnquiry } from '../telling/facts-of-acts';
import { toldAdult } from './told-adult';
import { footOf } from './visit-words';

/** What the school answered to a question about a meeting. */
export async function answerWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const told = await toldAdult(app, row);
	if (!told) return { reason: 'over' };
	const [known] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	const id = answeredEnquiry(known?.after);
	const [asked] = id ? await app.db.select().from(enquiry).where(eq(enquiry.id, id)) : [];
	const wish = told.view.wishes.find((one) => one.id === asked?.wishId);
	if (!asked?.answer || !wish) return { reason: 'over' };
	if (!told.hears([wish.student])) return { reason: 'not-told' };
	return {
		wording: {
			subject: m.notice_answered({ school: school.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: told.name }) },
				...(asked.words
					? [{ kind: 'quiet' as const, text: m.notice_answered_asked({ words: asked.words }) }]
					: []),
				{ kind: 'words', text: asked.answer },
				{ kind: 'way', text: m.notice_to_visit(), link: told.page },
				footOf(writing, told.view.conference.name),
			],
		},
	};
}
