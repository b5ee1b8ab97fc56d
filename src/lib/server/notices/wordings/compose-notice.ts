import { and, eq } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import { htmlWording } from '../../../core/notices/html-wording';
import { footOf } from '../../../core/look/school-look';
import type { NoticeReason } from '../../../core/notices/kinds';
import { filledWords, withOwnWords } from '../../../core/notices/own-words';
import { whyNoEmail } from '../../../core/notices/reached-by';
import { plainWording, type Wording } from '../../../core/notices/wording';
import type { App } from '../../app';
import { account, adult, guest, person } from '../../foundation/database/schema';
import { isAround } from '../../register/around';
import type { Message } from '../../messages/mailer';
import { fullName } from '../../register/names';
import { messageLook } from '../../look/message-look';
import { readLook } from '../../look/school-look';
import { readTelling } from '../telling/telling';
import { deskWording } from './desk-wording';
import { guestWording } from './guest-wording';
import { invitationWording } from './invitation-wording';
import { joinedWording } from './joined-wording';
import { linkWording } from './link-wording';
import { offerWording } from './offer-wording';
import { officeWording } from './office-wording';
import { teacherWording } from './teacher-wording';
import { visitWording } from './visit-wording';
import { teacherToAnswer } from './who-answers';
import type { NoticeRow, Writing, Written, WrittenWords } from './writing';
import { answerWording } from './answer-wording';

export type Composed =
	{ readonly message: Omit<Message, 'about'> } | { readonly reason: NoticeReason };

/** Letters are in English until there are other languages. */
const LANGUAGE = 'en';

/** Writes a notice as it is to be sent now: with today's facts, rights and links. */
export async function composeNotice(app: App, row: NoticeRow): Promise<Composed> {
	const reader = await readerOf(app, row);
	if (reader === null) return { reason: 'over' };
	const { name, email: to } = reader;
	if (!to) return { reason: 'no-address' };
	if (reader.wants !== 'email' && !asksByEmail(row)) return { reason: 'other-way' };
	const look = await readLook(app.db);
	const school = { name: look?.name ?? '', telephone: look?.telephone ?? null };
	const written = await write({ app, row, school, to });
	if ('reason' in written) return written;
	const { calendars, files } = written;
	const { wording: said, replyTo } = await asTheSchoolSays(app, row, {
		written,
		facts: { name, school: school.name, telephone: school.telephone ?? '' },
	});
	const wording = { ...said, foot: look ? footOf(look) : '' };
	const worn = look && (await messageLook(app.db, look));
	return {
		message: {
			to,
			replyTo,
			subject: reader.isTrier ? m.trial_subject({ subject: wording.subject }) : wording.subject,
			text: plainWording(wording),
			html: htmlWording(wording, LANGUAGE, worn?.look),
			calendars,
			files,
			pictures: worn?.pictures,
		},
	};
}

interface Reader {
	readonly name: string;
	readonly email: string | null;
	readonly wants: 'email' | 'something-else';
	/** Tries the conference before families see it. */
	readonly isTrier?: boolean;
}

/** Whoever has lost the link has just typed the address. */
const asksByEmail = ({ kind }: NoticeRow): boolean => kind === 'lost-link';

/** Who reads it, and where they are reached; `null`: they have left, or are not asked along any more. */
async function readerOf({ db }: App, row: NoticeRow): Promise<Reader | null> {
	if (row.adultId) {
		const [known] = await db
			.select()
			.from(adult)
			.where(and(eq(adult.id, row.adultId), isAround(adult)));
		if (!known) return null;
		// An address that took nothing once is tried again: it may have been mended.
		const why = whyNoEmail({ ...known, emailRefused: null });
		const wants = why === null || why === 'no-address' ? 'email' : 'something-else';
		return { name: fullName(known), email: known.email, wants, isTrier: known.trialOf !== null };
	}
	if (row.personId) {
		const [known] = await db.select().from(person).where(eq(person.id, row.personId));
		if (!known || known.leftAt !== null) return null;
		return { name: fullName(known), email: known.email, wants: 'email' };
	}
	if (row.accountId) {
		const [known] = await db.select().from(account).where(eq(account.id, row.accountId));
		if (!known || known.withdrawnAt !== null) return null;
		return { name: known.name, email: known.email, wants: 'email' };
	}
	const [known] = await db.select().from(guest).where(eq(guest.id, row.guestId!));
	return known ? { name: known.name ?? '', email: known.email, wants: 'email' } : null;
}

/** The wording with the school's own paragraphs in it, and where answers go. */
async function asTheSchoolSays(
	{ db }: App,
	{ conferenceId, kind }: NoticeRow,
	{
		written: { wording, desks = [] },
		facts,
	}: {
		readonly written: WrittenWords;
		readonly facts: { readonly name: string; readonly school: string; readonly telephone: string };
	},
): Promise<{ readonly wording: Wording; readonly replyTo: string | undefined }> {
	const telling = conferenceId ? await readTelling(db, conferenceId) : null;
	if (!telling) return { wording, replyTo: undefined };
	const { words, replyTo, teachersAnswer } = telling.rules;
	const teacher = teachersAnswer ? await teacherToAnswer(db, desks) : null;
	const own = [words[kind], words.all].map((text) =>
		filledWords(text ?? '', { ...facts, conference: telling.name }),
	);
	return {
		wording: { ...wording, parts: withOwnWords(wording.parts, own) },
		replyTo: (teacher ?? replyTo) || undefined,
	};
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
		case 'offer-ending':
			return offerWording(writing);
		case 'desk-changed':
			return deskWording(writing);
		case 'teacher-joined':
			return joinedWording(writing);
		case 'answered':
			return answerWording(writing);
		case 'lost-link':
			return linkWording(writing);
		case 'invited':
		case 'not-booked':
		case 'opened':
			return invitationWording(writing);
		case 'teacher-day':
		case 'teacher-changed':
		case 'teacher-asked':
			return teacherWording(writing);
		case 'office-day':
		case 'office-question':
			return officeWording(writing);
		case 'asked-along':
		case 'along-changed':
		case 'not-needed':
			return guestWording(writing);
	}
}
