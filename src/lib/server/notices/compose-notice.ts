import { eq } from 'drizzle-orm';
import { htmlWording } from '../../core/notices/html-wording';
import type { NoticeReason } from '../../core/notices/kinds';
import { plainWording } from '../../core/notices/wording';
import type { App } from '../app';
import { account, adult, guest, person } from '../foundation/database/schema';
import type { Message } from '../messages/mailer';
import { readSchool } from '../register/school';
import { guestWording } from './guest-wording';
import { invitationWording } from './invitation-wording';
import { linkWording } from './link-wording';
import { offerWording } from './offer-wording';
import { officeWording } from './office-wording';
import { teacherWording } from './teacher-wording';
import { visitWording } from './visit-wording';
import type { NoticeRow, Writing, Written } from './writing';
import { answerWording } from './answer-wording';

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
	const { wording, calendars, files } = written;
	return {
		message: {
			to,
			subject: wording.subject,
			text: plainWording(wording),
			html: htmlWording(wording, LANGUAGE),
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
	if (row.personId) {
		const [known] = await db.select().from(person).where(eq(person.id, row.personId));
		return !known || known.leftAt !== null ? 'gone' : known.email;
	}
	if (row.accountId) {
		const [known] = await db.select().from(account).where(eq(account.id, row.accountId));
		return !known || known.withdrawnAt !== null ? 'gone' : known.email;
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
			return visitWording(writing);
		case 'offered':
			return offerWording(writing);
		case 'answered':
			return answerWording(writing);
		case 'lost-link':
			return linkWording(writing);
		case 'invited':
		case 'not-booked':
			return invitationWording(writing);
		case 'teacher-day':
		case 'teacher-changed':
		case 'teacher-asked':
			return teacherWording(writing);
		case 'office-day':
		case 'office-question':
			return officeWording(writing);
		case 'asked-along':
		case 'not-needed':
			return guestWording(writing);
	}
}
