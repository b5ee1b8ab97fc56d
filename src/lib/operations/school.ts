import { z, type ZodMiniType } from 'zod/mini';
import type { Holiday } from '../core/calendars/read-holidays';
import { siteOrigins } from '../core/links/site-origins';
import { change, reasons } from './change';
import { date, id, version } from './shapes';
import { timeZone } from './time-zone';
import { line, needed } from './typed-text';
import { says } from './sentence';

/** What the school is called and how it is reached, and what lets other programs in. */

export const schoolChange = change({
	name: 'school.change',
	may: 'register.change',
	/** `version` is the one that the editor saw; an empty telephone is none. */
	input: z.object({
		version,
		name: needed(120, 'set_up_school_missing'),
		telephone: z
			.string()
			.check(z.trim(), z.regex(/^(\+?[\d\s().\-/]{3,40})?$/, says('school_telephone_wrong'))),
		timeZone,
		/** Empty: the program's own. */
		colour: z
			.string()
			.check(z.trim(), z.toLowerCase(), z.regex(/^(#[\da-f]{6})?$/, says('school_colour_wrong'))),
		welcome: line(600),
		postalAddress: line(300),
		officeHours: line(120),
	}),
	refusal: reasons('changed-meanwhile'),
	leaves: ['school.changed'],
});

/** Says on which of the school's own sites a conference may stand in a frame: one address in each line. */
export const frameSitesSet = change({
	name: 'frame-sites.set',
	may: 'register.change',
	input: z.object({
		sites: z.string().check(
			z.maxLength(2_000, says('text_too_long')),
			z.refine((typed) => siteOrigins(typed) !== null, says('frame_site_wrong')),
		),
	}),
	leaves: ['school.changed'],
});

/** Longer than any logo that was made small; signs of base 64. */
const LONGEST_LOGO = 400_000;

/** Gives the school a logo that was made small, or takes it away. */
export const logoSet = change({
	name: 'logo.set',
	may: 'register.change',
	input: z.object({
		logo: z.nullable(
			z.object({
				/** PNG in base64. */
				png: z.string().check(z.maxLength(LONGEST_LOGO)),
				/** Pixels. */
				width: z.int().check(z.positive()),
				height: z.int().check(z.positive()),
				/** Whether it can be seen on the ground of a theme. */
				showsByDay: z.boolean(),
				showsInTheDark: z.boolean(),
			}),
		),
	}),
	leaves: ['logo.set'],
});

/** Keeps the holidays that a calendar file names; an empty list takes them away. */
export const holidaysSet = change({
	name: 'holidays.set',
	may: 'register.change',
	input: z.object({
		holidays: z
			.array(z.object({ from: date, to: date, name: z.string().check(z.maxLength(120)) }))
			.check(z.maxLength(500)),
	}) as ZodMiniType<{ readonly holidays: readonly Holiday[] }>,
	leaves: ['school.changed'],
});

/** The first organiser's account is there; the school gets its name. */
export const schoolSetUp = change({
	name: 'school.set-up',
	may: 'account.own',
	input: z.object({ name: line(120), timeZone }),
	refusal: reasons('set-up-before'),
	leaves: ['school.set-up'],
});

/** What a token lets another program do. */
export const scopes = [
	'conferences:read',
	'conferences:write',
	'invitations:write',
	'mail:write',
] as const;
export type Scope = (typeof scopes)[number];

/** Makes a token. It is shown this once. */
export const tokenMake = change({
	name: 'token.make',
	may: 'tokens.manage',
	input: z.object({
		name: needed(60, 'token_name_missing'),
		scopes: z.array(z.enum(scopes)).check(z.minLength(1, says('token_scope_missing'))),
	}),
	done: z.object({ id, token: z.string() }),
	leaves: ['token.made'],
});

/** Revokes one of the own tokens; another time, nothing is changed. */
export const tokenRevoke = change({
	name: 'token.revoke',
	may: 'tokens.manage',
	input: z.object({ id }),
	leaves: ['token.revoked'],
});
