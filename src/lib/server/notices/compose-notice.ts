import { eq } from 'drizzle-orm';
import { htmlLetter } from '../../core/notices/html-letter';
import type { NoticeReason } from '../../core/notices/kinds';
import { plainLetter } from '../../core/notices/letter';
import type { App } from '../app';
import { adult, guest } from '../foundation/database/schema';
import type { Message } from '../messages/mailer';
import { readSchool } from '../register/school';
import { guestLetter } from './guest-letter';
import { invitationLetter } from './invitation-letter';
import { linkLetter } from './link-letter';
import { offerLetter } from './offer-letter';
import { visitLetter } from './visit-letter';
import type { NoticeRow, Writing, Written } from './writing';
import { answerLetter } from './answer-letter';

export type Composed =
	{ readonly message: Omit<Message, 'about'> } | { readonly reason: NoticeReason };

/** Letters are in English until there are other languages. */
const LANGUAGE = 'en';

/** Writes a notice as it is to be sent now: with today's facts, rights and links. */
export async function composeNotice(app: App, row: NoticeRow): Promise<Composed> {
	const to = await addressOf(app, row);
	if (to === 'gone') return { reason: 'over' };
	if (to === null) return { reason: 'no-address' };
	const known = await readSchool(app.db);
	const school = { name: known?.name ?? '', telephone: known?.telephone ?? null };
	const written = await write({ app, row, school, to });
	if ('reason' in written) return written;
	const { letter, calendars, files } = written;
	return {
		message: {
			to,
			subject: letter.subject,
			text: plainLetter(letter),
			html: htmlLetter(letter, LANGUAGE),
			calendars,
			files,
		},
	};
}

/** Where the recipient is reached: `null`: nobody knows; `gone`: they have left, or are not asked along any more. */
async function addressOf({ db }: App, row: NoticeRow): Promise<string | null | 'gone'> {
	if (row.adultId) {
		const [known] = await db.select().from(adult).where(eq(adult.id, row.adultId));
		return !known || known.leftAt !== null ? 'gone' : known.email;
	}
	const [known] = await db.select().from(guest).where(eq(guest.id, row.guestId!));
	return known ? known.email || null : 'gone';
}

function write(writing: Writing): Promise<Written> {
	switch (writing.row.kind) {
		case 'booked':
		case 'changed':
		case 'cancelled':
		case 'accepted':
		case 'declined':
		case 'reminder':
			return visitLetter(writing);
		case 'offered':
			return offerLetter(writing);
		case 'answered':
			return answerLetter(writing);
		case 'lost-link':
			return linkLetter(writing);
		case 'invited':
		case 'not-booked':
			return invitationLetter(writing);
		case 'asked-along':
		case 'not-needed':
			return guestLetter(writing);
	}
}
