import { z } from 'zod/mini';
import { localOf, DAY_MINUTES, MINUTE } from '../time/local-of';
import { addDays, laterInstantOf } from '../time/local-time';
import type { LocalDate } from '../time/local-of';
import { noticeKinds, type NoticeKind } from './kinds';

const timeOfDay = z.int().check(z.gte(0), z.lt(DAY_MINUTES));

/** What a school adds to every message, or to those of one kind. */
export const OWN_WORDS = ['all', ...noticeKinds] as const;
export type OwnWords = (typeof OWN_WORDS)[number];

/** How the people of one conference are told. Times of day are minutes after midnight; `null`: not at all. */
export const noticeRulesSchema = z.object({
	/** Minutes before the first appointment of a date at which families are reminded. */
	remindBefore: z.array(z.int().check(z.gte(5), z.lte(14 * DAY_MINUTES))).check(z.maxLength(6)),
	/** When teachers and interpreters read what tomorrow holds, on the day before. */
	eveningAt: z.nullable(timeOfDay),
	/** Whether they are told at once of what changes from then on. */
	tellsChanges: z.boolean(),
	/** When the office reads what a day has brought. */
	officeAt: z.nullable(timeOfDay),
	/** Whether the office is told at once of what needs an answer. */
	tellsQuestions: z.boolean(),
	/** Between these what can wait waits. */
	quiet: z.nullable(z.object({ from: timeOfDay, until: timeOfDay })),
	/** Where answers to messages go; empty: to the sender. */
	replyTo: z.string().check(z.maxLength(200)),
	/** Whether answers to a message about one teacher alone go to that teacher. */
	teachersAnswer: z.boolean(),
	/** The school's own paragraphs. */
	words: z.partialRecord(z.enum(OWN_WORDS), z.string().check(z.maxLength(2000))),
});
export type NoticeRules = z.output<typeof noticeRulesSchema>;

/** As it is until somebody says otherwise. */
export const usualNoticeRules: NoticeRules = {
	remindBefore: [DAY_MINUTES, 60],
	eveningAt: 18 * 60,
	tellsChanges: true,
	officeAt: 7 * 60,
	tellsQuestions: true,
	quiet: { from: 21 * 60 + 30, until: 6 * 60 + 30 },
	replyTo: '',
	teachersAnswer: false,
	words: {},
};

/** Rules as they were kept, with what has come to them since. */
export const wholeRules = (kept: Partial<NoticeRules>): NoticeRules => ({
	...usualNoticeRules,
	...kept,
});

/** The instant at which who receives on a date is told what it holds. */
export const eveningBefore = (date: LocalDate, zone: string, minute: number): number =>
	laterInstantOf(addDays(date, -1), minute, zone);

/**
 * The instant at which somebody is reminded of what begins at another, so many minutes before. Whole days are days of
 * the calendar: a day before is at the same time of day, also when the clock is changed between the two.
 */
export function reminderAt(start: number, before: number, zone: string): number {
	const days = Math.floor(before / DAY_MINUTES);
	const { date, minute } = localOf(start - (before % DAY_MINUTES) * MINUTE, zone);
	// What is less than a day has no date to go back to: an hour is an hour.
	return days === 0 ? start - before * MINUTE : laterInstantOf(addDays(date, -days), minute, zone);
}

/** What is worth waking somebody for: it is about now, or they asked for it themselves. */
const URGENT: ReadonlySet<NoticeKind> = new Set([
	'lost-link',
	'offered',
	'offer-ending',
	'teacher-changed',
	'office-question',
]);

/** When a notice may go out that is due at an instant: after the quiet hours, unless it is urgent. */
export function afterQuiet(
	due: number,
	zone: string,
	{ quiet }: Pick<NoticeRules, 'quiet'>,
	kind: NoticeKind,
): number {
	if (!quiet || URGENT.has(kind) || quiet.from === quiet.until) return due;
	const { date, minute } = localOf(due, zone);
	const isOverMidnight = quiet.from > quiet.until;
	const isLate = minute >= quiet.from && (isOverMidnight || minute < quiet.until);
	const isEarly = isOverMidnight && minute < quiet.until;
	if (!isLate && !isEarly) return due;
	return laterInstantOf(isLate && isOverMidnight ? addDays(date, 1) : date, quiet.until, zone);
}
