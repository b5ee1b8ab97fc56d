import { and, eq, isNull } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import type { App } from '../../app';
import { adult, enquiry, invitation } from '../../foundation/database/schema';
import { invitationLink } from '../../invitations/links';
import { fullName } from '../../register/names';
import type { NoticeRow, Writing, Written } from './writing';
import { footOf } from './visit-words';

/** The private link of an adult who has lost it. */
export async function linkWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const [known] = await app.db
		.select({ adult, invitation })
		.from(adult)
		.innerJoin(invitation, and(eq(invitation.adultId, adult.id), isNull(invitation.revokedAt)))
		.where(eq(adult.id, row.adultId!));
	// Who was never invited, or not any more, is the office's to answer.
	if (!known) return { reason: 'over' };
	const { origin, key } = app.config;
	return {
		wording: {
			subject: m.notice_lost_link({ school: school.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name: fullName(known.adult) }) },
				{ kind: 'words', text: m.notice_lost_link_words() },
				{
					kind: 'way',
					text: m.notice_to_visit(),
					link: invitationLink(origin, key, known.invitation),
				},
				{ kind: 'quiet', text: m.notice_lost_link_note() },
				footOf(writing, ''),
			],
		},
	};
}

/** Who was sent the link again waits for nobody any more. */
export async function settleLostLink(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	{ adultId }: NoticeRow,
): Promise<void> {
	if (!adultId) return;
	await db
		.update(enquiry)
		.set({ answeredAt: clock.now() })
		.where(
			and(eq(enquiry.kind, 'lost-link'), eq(enquiry.adultId, adultId), isNull(enquiry.answeredAt)),
		);
}
