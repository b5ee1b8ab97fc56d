import { z, type ZodType } from 'zod';
import {
	basicsFaultCodes,
	type BasicsFault,
	type ConferenceBasics,
} from '../core/conferences/basics';
import type { Collision } from '../core/merge/merge-fields';
import { rulesSchema, type Rules } from '../core/snapshot/rules';
import type { LocalDate } from '../core/time/local-of';
import { placeKinds } from '../core/ways-to-meet';
import { change, reasons } from './change';
import { weeklyHours } from './desks';
import { question } from './question';
import { collision, date, id, instant, version, whole } from './shapes';

const basicsShape = z.object({
	name: z.string().max(500),
	address: z.string().max(200),
	words: z.string().max(20_000),
	limitNote: z.string().max(2000),
	timeZone: z.string().max(100),
	hours: z.array(z.object({ date, start: whole, end: whole })).max(200),
	weekly: z.array(weeklyHours).max(20),
	slotMinutes: whole,
	gapMinutes: whole,
	longGap: z.object({ every: whole, minutes: whole }).nullable(),
	usualPlace: z.enum(placeKinds),
	opensAt: instant.nullable(),
	closesAt: instant.nullable(),
	teachersMay: z.enum(['see', 'propose', 'change']),
	tentativeCounts: z.boolean(),
	awayCounts: z.boolean(),
});
export const conferenceBasics: ZodType<ConferenceBasics> = basicsShape;

const basicsFields = basicsShape.keyof().options;

const basicsFault: ZodType<BasicsFault> = z.object({
	field: z.enum(basicsFields),
	code: z.enum(basicsFaultCodes),
	index: z.number().optional(),
	suggestions: z.array(z.string()).optional(),
});

/** What became of changed basics. */
export interface BasicsOutcome {
	/** The basics as they are now. */
	readonly basics: ConferenceBasics;
	/** Why single fields were not kept; the others were. */
	readonly faults: readonly BasicsFault[];
	/** What somebody else set differently meanwhile; theirs stands. */
	readonly collisions: readonly Collision[];
	/** The conference's version with them. */
	readonly version: number;
}

/** Keeps what an editor changed of the basics, field by field. */
export const basicsSave = change({
	name: 'basics.save',
	may: 'conference.set-up',
	input: z.object({ conferenceId: id, base: conferenceBasics, mine: conferenceBasics }),
	done: z.object({
		basics: conferenceBasics,
		faults: z.array(basicsFault),
		collisions: z.array(collision),
		version,
	}) as ZodType<BasicsOutcome>,
	leaves: ['conference.changed'],
	mostBytes: 1024 * 1024,
});

/** What has to be said of a new conference; the rest can wait. */
export type NewConference = Pick<
	ConferenceBasics,
	'name' | 'timeZone' | 'hours' | 'slotMinutes' | 'gapMinutes'
> &
	Partial<ConferenceBasics>;

const begun = z.object({ id, address: z.string() });

/** Begins a conference. Its address follows from its name. */
export const conferenceCreate = change({
	name: 'conference.create',
	may: 'conference.set-up',
	input: basicsShape.partial().required({
		name: true,
		timeZone: true,
		hours: true,
		slotMinutes: true,
		gapMinutes: true,
	}) as ZodType<NewConference>,
	done: begun,
	refusal: z.object({ reason: z.literal('faults'), faults: z.array(basicsFault) }),
	leaves: ['conference.created'],
});

export interface CopyRequest {
	readonly earlier: string;
	readonly name: string;
	/** The new dates; the earlier conference's first date goes on the first of them, and so on. */
	readonly dates: readonly LocalDate[];
}

/** Begins the next conference from an earlier one. */
export const conferenceCopy = change({
	name: 'conference.copy',
	may: 'conference.set-up',
	input: z.object({
		earlier: id,
		name: z.string().max(500),
		dates: z.array(date).max(200),
	}) as ZodType<CopyRequest>,
	done: begun,
	refusal: reasons('no-name', 'no-dates', 'no-such-time'),
	leaves: ['conference.copied'],
});

/** Lets families see the conference. */
export const conferencePublish = change({
	name: 'conference.publish',
	may: 'conference.publish',
	input: z.object({ conferenceId: id }),
	leaves: ['conference.published'],
});

/** Takes a published conference back. */
export const conferenceWithdraw = change({
	name: 'conference.withdraw',
	may: 'conference.publish',
	input: z.object({ conferenceId: id }),
	leaves: ['conference.withdrawn'],
});

/** What is to be different: some of the rules, and how single desks take appointments. */
export interface RulesRequest {
	readonly conferenceId: string;
	readonly rules?: Partial<Rules> | undefined;
	/** By desk; `null`: as the conference says. */
	readonly acceptance?: Readonly<Record<string, 'at-once' | 'asked' | null>> | undefined;
}

/** Changes who may book when, and how much. */
export const rulesSave = change({
	name: 'rules.save',
	may: 'rules.change',
	input: z.object({
		conferenceId: id,
		rules: rulesSchema.partial().optional(),
		acceptance: z.record(id, z.enum(['at-once', 'asked']).nullable()).optional(),
	}) as ZodType<RulesRequest>,
	done: z.object({ rules: rulesSchema }),
	leaves: ['rules.changed'],
});

/** The basics as they are now. */
export const basicsRead = question({
	name: 'basics.read',
	may: 'conference.see',
	input: z.object({ conferenceId: id }),
	answer: z.object({ basics: conferenceBasics, version }),
});
