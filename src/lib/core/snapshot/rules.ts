import { z, type ZodMiniType } from 'zod/mini';
import type { LocalDate } from '../time/local-of';
import { isLocalDate } from '../time/local-time';

const localDate = z.string().check(z.refine(isLocalDate)) as unknown as ZodMiniType<LocalDate>;
const count = (most: number) => z.nullable(z.int().check(z.gte(1), z.lte(most)));

/** Who gets in: families on the school's list, anybody with the link, or anybody whom the office has let in. */
export const entries = ['listed', 'open', 'asked'] as const;
export type Entry = (typeof entries)[number];

/** Who may book when, and how much, at one conference. `null`: no such rule. */
export const rulesSchema = z.object({
	entry: z.enum(entries),
	/** From this instant those families may book whom a teacher asked to see. */
	earlyOpensAt: z.nullable(z.int()),
	/** Nothing is booked later than so many minutes before its start. */
	latestMinutes: z.nullable(z.int().check(z.gte(0), z.lte(60_000))),
	/** Nothing is changed or cancelled later than so many minutes before its start. */
	changeMinutes: z.nullable(z.int().check(z.gte(0), z.lte(60_000))),
	/** The last day that can be booked so far. */
	furthestDate: z.nullable(localDate),
	/** So many days ahead, today not counted. */
	rollingDays: z.nullable(z.int().check(z.gte(0), z.lte(400))),
	perStudent: count(100),
	perFamily: count(100),
	/** Appointments of a desk on one date. */
	perDeskDay: count(200),
	/** One appointment for a student at a desk, also when two wishes would be met there. */
	oncePerDesk: z.boolean(),
	/** Students with two households: an appointment for each household, or one in all. */
	households: z.enum(['each', 'together']),
	acceptance: z.enum(['at-once', 'asked']),
	/** So long an answer may take before what was asked comes back to the office. */
	answerHours: z.int().check(z.gte(1), z.lte(336)),
	/** Slots of an appointment with an interpreter. */
	interpretedLength: z.int().check(z.gte(1), z.lte(2)),
	/** So long a place is offered to one who waits. */
	waitingMinutes: z.int().check(z.gte(5), z.lte(20_160)),
});

export type Rules = z.infer<typeof rulesSchema>;

/** The rules of a conference of which nobody said anything else. */
export const usualRules: Rules = {
	entry: 'listed',
	earlyOpensAt: null,
	latestMinutes: null,
	changeMinutes: null,
	furthestDate: null,
	rollingDays: null,
	perStudent: null,
	perFamily: null,
	perDeskDay: null,
	oncePerDesk: true,
	households: 'each',
	acceptance: 'at-once',
	answerHours: 48,
	interpretedLength: 1,
	waitingMinutes: 720,
};
