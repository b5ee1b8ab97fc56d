import type { Frequency, Options } from 'rrule';

const YEARLY: Frequency = 0;
const MONTHLY: Frequency = 1;
const WEEKLY: Frequency = 2;
const DAILY: Frequency = 3;
const HOURLY: Frequency = 4;
const MINUTELY: Frequency = 5;

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
/** The length of what always lasts the same. */
const LENGTHS = new Map<Frequency, number>([
	[MINUTELY, MINUTE],
	[HOURLY, 60 * MINUTE],
	[DAILY, DAY],
	[WEEKLY, 7 * DAY],
]);
/** So many rounds of the repeat are kept before the moment: what is found in them is whole. */
const MARGIN = 2;

type Rule = Partial<Options>;

/**
 * The same repeat (RFC 5545, section 3.3.10) with a beginning not long before a moment, so that nobody has
 * to count from 1900 on. What the rule takes from its beginning is written into it; rounds stay in step.
 * A repeat of so many turns has to be counted from its beginning, and is given back as it is. Dates are
 * local times as if in UTC.
 */
export function forwarded(rule: Rule, first: Date, from: Date): { rule: Rule; first: Date } {
	const { freq, count } = rule;
	const interval = rule.interval ?? 1;
	if (freq === undefined || count != null || from <= first || interval < 1) return { rule, first };
	const length = LENGTHS.get(freq);
	if (length !== undefined) {
		const step = interval * length;
		const rounds = Math.floor((Number(from) - Number(first)) / step) - MARGIN;
		if (rounds <= 0) return { rule, first };
		return { rule: withOwnDay(rule, first), first: new Date(Number(first) + rounds * step) };
	}
	const months = freq === YEARLY ? 12 * interval : interval;
	const apart =
		12 * (from.getUTCFullYear() - first.getUTCFullYear()) +
		from.getUTCMonth() -
		first.getUTCMonth();
	const rounds = Math.floor(apart / months) - MARGIN;
	if (rounds <= 0) return { rule, first };
	// From the first day of the month or year on: each day of it may be one.
	const start = new Date(first);
	start.setUTCDate(1);
	start.setUTCMonth((freq === YEARLY ? 0 : first.getUTCMonth()) + rounds * months);
	return { rule: withOwnDay(rule, first), first: start };
}

/** A rule that names no day comes on the day on which it begins. */
function withOwnDay(rule: Rule, first: Date): Rule {
	const { freq, byweekno, byyearday, bymonthday, byweekday, byeaster } = rule;
	if ([byweekno, byyearday, bymonthday, byweekday, byeaster].some((part) => part != null))
		return rule;
	switch (freq) {
		case YEARLY:
			return {
				bymonth: first.getUTCMonth() + 1,
				...rule,
				bymonthday: first.getUTCDate(),
			};
		case MONTHLY:
			return { ...rule, bymonthday: first.getUTCDate() };
		case WEEKLY:
			// The library counts from Monday as 0.
			return { ...rule, byweekday: (first.getUTCDay() + 6) % 7 };
		default:
			return rule;
	}
}
