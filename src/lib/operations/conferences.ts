import { z, type ZodMiniType } from 'zod/mini';
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
	name: z.string().check(z.maxLength(500)),
	address: z.string().check(z.maxLength(200)),
	words: z.string().check(z.maxLength(20_000)),
	limitNote: z.string().check(z.maxLength(2000)),
	timeZone: z.string().check(z.maxLength(100)),
	hours: z.array(z.object({ date, start: whole, end: whole })).check(z.maxLength(200)),
	weekly: z.array(weeklyHours).check(z.maxLength(20)),
	slotMinutes: whole,
	gapMinutes: whole,
	longGap: z.nullable(z.object({ every: whole, minutes: whole })),
	usualPlace: z.enum(placeKinds),
	opensAt: z.nullable(instant),
	closesAt: z.nullable(instant),
	teachersMay: z.enum(['see', 'propose', 'change']),
	tentativeCounts: z.boolean(),
	awayCounts: z.boolean(),
});
export const conferenceBasics: ZodMiniType<ConferenceBasics> = basicsShape;

const basicsFields = z.keyof(basicsShape).options;

const basicsFault: ZodMiniType<BasicsFault> = z.object({
	field: z.enum(basicsFields),
	code: z.enum(basicsFaultCodes),
	index: z.optional(z.number()),
	suggestions: z.optional(z.array(z.string())),
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
	}) as ZodMiniType<BasicsOutcome>,
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
	input: z.required(z.partial(basicsShape), {
		name: true,
		timeZone: true,
		hours: true,
		slotMinutes: true,
		gapMinutes: true,
	}) as ZodMiniType<NewConference>,
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
		name: z.string().check(z.maxLength(500)),
		dates: z.array(date).check(z.maxLength(200)),
	}) as ZodMiniType<CopyRequest>,
	done: begun,
	refusal: reasons('no-name', 'no-dates', 'no-such-time'),
	leaves: ['conference.copied'],
});

/** Lets families see the conference. */
export const conferencePublish = change({
	name: 'conference.publish',
	may: 'conference.publish',
	input: z.object({
		conferenceId: id,
		/** Digests of what readiness finds now: whatever is found later is new. */
		known: z.optional(z.array(z.string())),
	}),
	/** Colleagues are still trying it: what they booked is wiped first. */
	refusal: reasons('trial-runs'),
	leaves: ['conference.published'],
});

/** Stops booking for a while, with a word to the families. */
export const conferencePause = change({
	name: 'conference.pause',
	may: 'conference.publish',
	input: z.object({ conferenceId: id, words: z.string().check(z.maxLength(500)) }),
	leaves: ['conference.paused'],
});

/** Lets families book again after a pause. */
export const conferenceResume = change({
	name: 'conference.resume',
	may: 'conference.publish',
	input: z.object({ conferenceId: id }),
	leaves: ['conference.resumed'],
});

/** Takes a published conference back. */
export const conferenceWithdraw = change({
	name: 'conference.withdraw',
	may: 'conference.publish',
	input: z.object({ conferenceId: id }),
	leaves: ['conference.withdrawn'],
});

/** Removes a conference for good. */
export const conferenceRemove = change({
	name: 'conference.remove',
	may: 'conference.publish',
	input: z.object({
		conferenceId: id,
		/** Its name, where families have booked. */
		name: z.string().check(z.maxLength(500)),
	}),
	/** How many families have booked. */
	refusal: z.discriminatedUnion('reason', [
		z.object({ reason: z.literal('unknown') }),
		z.object({ reason: z.enum(['name-wanted', 'another-name']), booked: z.number() }),
	]),
	leaves: ['conference.removed'],
});

/** What is to be different: some of the rules, and how single desks take appointments. */
export interface RulesRequest {
	readonly conferenceId: string;
	readonly rules?: Partial<Rules> | undefined;
	/** By desk; `null`: as the conference says. */
	readonly acceptance?: Readonly<Record<string, 'at-once' | 'asked' | null>> | undefined;
	/** Least minutes that a family gets between two appointments. */
	readonly pauseMinutes?: number | undefined;
	/** Minutes for going between a room and video or telephone. */
	readonly switchMinutes?: number | undefined;
}

const minutesBetween = z.optional(z.int().check(z.gte(0), z.lte(120)));

/** Changes who may book when, and how much. */
export const rulesSave = change({
	name: 'rules.save',
	may: 'rules.change',
	input: z.object({
		conferenceId: id,
		rules: z.optional(z.partial(rulesSchema)),
		acceptance: z.optional(z.record(id, z.nullable(z.enum(['at-once', 'asked'])))),
		pauseMinutes: minutesBetween,
		switchMinutes: minutesBetween,
	}) as ZodMiniType<RulesRequest>,
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
