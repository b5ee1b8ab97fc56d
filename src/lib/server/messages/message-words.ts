import { m } from '$lib/paraglide/messages';
import type { App } from '../app';
import type { LinkWords } from './teacher-links';
import { readSchool } from '../register/school';

/** The words of a message with a teacher's private link. */
export async function linkWords({ db }: Pick<App, 'db'>): Promise<LinkWords> {
	const school = (await readSchool(db))?.name ?? m.app_name();
	return {
		subject: () => m.mail_link_subject({ school }),
		text: ({ name, link }) => m.mail_link_text({ name, school, link }),
	};
}

/** The message with which somebody chooses a password: the first one, or another one. */
export async function passwordWords(
	{ db }: Pick<App, 'db'>,
	facts: { readonly name: string; readonly link: string; readonly isFirst: boolean },
): Promise<{ subject: string; text: string }> {
	const school = (await readSchool(db))?.name ?? m.app_name();
	const { name, link } = facts;
	return facts.isFirst
		? {
				subject: m.mail_invited_subject({ school }),
				text: m.mail_invited_text({ name, school, link }),
			}
		: {
				subject: m.mail_reset_subject({ school }),
				text: m.mail_reset_text({ name, link }),
			};
}

/** The message with which an adult confirms another address. */
export async function emailProofWords(
	{ db }: Pick<App, 'db'>,
	{ name, link }: { readonly name: string; readonly link: string },
): Promise<{ subject: string; text: string }> {
	const school = (await readSchool(db))?.name ?? m.app_name();
	return {
		subject: m.mail_email_subject({ school }),
		text: m.mail_email_text({ name, school, link }),
	};
}

/** The message to the address that an adult had before. */
export async function emailMovedWords(
	{ db }: Pick<App, 'db'>,
	name: string,
): Promise<{ subject: string; text: string }> {
	const school = (await readSchool(db))?.name ?? m.app_name();
	return {
		subject: m.mail_email_moved_subject({ school }),
		text: m.mail_email_moved_text({ name, school }),
	};
}
