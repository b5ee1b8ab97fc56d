import { z } from 'zod';
import { isWebLink } from '../../core/links/web-link';
import { m } from '$lib/paraglide/messages';
import type { PersonInput } from '../../operations/register';
import type { PersonPage } from './edit-person';

const text = (longest: number) =>
	z
		.string()
		.trim()
		.max(longest, { error: () => m.text_too_long() });

/** A teacher or an interpreter as a form holds it. */
export const personSchema = z.object({
	title: text(40),
	givenName: text(120),
	familyName: text(120).min(1, { error: () => m.person_family_missing() }),
	email: z.union([z.literal(''), z.email({ error: () => m.email_wrong() })]),
	telephone: text(40),
	pin: text(20),
	subjects: text(300),
	room: text(80),
	building: text(80),
	link: z.union([
		z.literal(''),
		z
			.string()
			.trim()
			.refine(isWebLink, { error: () => m.desk_link_wrong() }),
	]),
	languages: text(300),
	hours: text(300),
	version: z.number().int(),
});

export type PersonForm = z.infer<typeof personSchema>;

const list = (typed: string): string[] =>
	typed
		.split(';')
		.map((part) => part.trim())
		.filter(Boolean);

export const readPersonForm = ({
	subjects,
	languages,
	version: _version,
	...form
}: PersonForm): PersonInput => ({
	...form,
	subjects: list(subjects),
	languages: list(languages),
});

/** A person as the form shows it; without one, an empty form. */
export const personForm = (person?: PersonPage): PersonForm => ({
	title: person?.title ?? '',
	givenName: person?.givenName ?? '',
	familyName: person?.familyName ?? '',
	email: person?.email ?? '',
	telephone: person?.telephone ?? '',
	pin: person?.pin ?? '',
	subjects: person?.subjects.join('; ') ?? '',
	room: person?.room ?? '',
	building: person?.building ?? '',
	link: person?.link ?? '',
	languages: person?.languages.join('; ') ?? '',
	hours: person?.hours ?? '',
	version: person?.version ?? 0,
});
