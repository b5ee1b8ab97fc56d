import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import type { App } from '../app';
import type { NewcomerLetter } from '../foundation/add-job';
import { conference, newcomer } from '../foundation/database/schema';
import { newcomerLink } from '../invitations/links';
import { readSchool } from '../register/school';

/** What the job is given. */
export const newcomerLetter: z.ZodType<{ letter: NewcomerLetter }> = z.object({
	letter: z.object({
		newcomer: z.string(),
		says: z.enum(['prove', 'declined']),
		about: z.string(),
		to: z.string(),
		words: z.string(),
	}),
});

/** Sends the message; throws while the mail server cannot be reached, so that the job comes again. */
export async function writeToNewcomer(
	app: Pick<App, 'db' | 'config' | 'mail'>,
	letter: NewcomerLetter,
): Promise<void> {
	const [row] = await app.db
		.select({ newcomer, conference: conference.name })
		.from(newcomer)
		.innerJoin(conference, eq(conference.id, newcomer.conferenceId))
		.where(eq(newcomer.id, letter.newcomer));
	if (!row) return;
	const school = (await readSchool(app.db))?.name ?? m.app_name();
	const { id, askedAt } = row.newcomer;
	const { origin, key } = app.config;
	const given = { school, conference: row.conference };
	const words =
		letter.says === 'prove'
			? {
					subject: m.mail_newcomer_subject(given),
					text: m.mail_newcomer_text({
						...given,
						link: newcomerLink(origin, key, { id, version: askedAt }),
					}),
				}
			: {
					subject: m.mail_declined_subject(given),
					text: [m.mail_declined_text(given), letter.words, school].filter(Boolean).join('\n\n'),
				};
	const { about, to } = letter;
	if ((await app.mail.send({ about, to, ...words })) === 'unreachable')
		throw new Error('the mail server cannot be reached');
}
