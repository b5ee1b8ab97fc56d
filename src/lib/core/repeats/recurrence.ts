import * as rrule from 'rrule';
import type { Frequency, Options } from 'rrule';
import { type LocalDate, typedDate } from '../time/local-of';
import { addDays, weekday } from '../time/local-time';
import { forwarded } from './forwarded';

/** Bundlers take the package's modules, Node its CommonJS, whose parts come as one default export. */
const { RRule } = 'default' in rrule ? (rrule.default as typeof rrule) : rrule;

/** A local moment: a date and minutes after midnight. */
export interface LocalMoment {
	readonly date: LocalDate;
	readonly minute: number;
}

/** No repeat is followed further than this; a rule without an end has to stop somewhere. */
export const MOST_OCCURRENCES = 20_000;

/**
 * The local moments of a repeat (RFC 5545, section 3.8.5.3), in order: the clock on the wall stays the
 * same whatever the zone does. `rule` is the value of an RRULE whose UNTIL, if any, is local time;
 * `except` are dates that are left out. At most `limit` are given, none before the date `from`, and none
 * from the date `before` on; what lies outside is not counted through.
 * Throws an Error for a rule that is none, and for one that would take the machine for ever.
 */
export function occurrences(
	first: LocalMoment,
	rule: string,
	{
		except = [],
		limit = MOST_OCCURRENCES,
		from = '0001-01-01',
		before = '9999-12-31',
	}: {
		except?: readonly LocalDate[];
		limit?: number;
		from?: LocalDate;
		before?: LocalDate;
	} = {},
): LocalMoment[] {
	const options = RRule.parseString(rule);
	if (options.freq === undefined) throw new Error('a repeat without its kind');
	if (isEndless(options)) throw new RangeError('a repeat of seconds is none that a calendar needs');
	const left = new Set(except);
	const found: LocalMoment[] = [];
	let turns = 0;
	// The library reckons in UTC: here its clock stands for the one on the wall.
	const near = forwarded(options, asIfUtc(first), asIfUtc({ date: from, minute: 0 }));
	const end = asIfUtc({ date: before, minute: 0 });
	const until = near.rule.until && near.rule.until < end ? near.rule.until : end;
	new RRule({ ...near.rule, until, dtstart: near.first }).all((turn) => {
		const date = typedDate(turn.toISOString().slice(0, 10));
		if (date >= before || found.length >= limit || ++turns > MOST_OCCURRENCES) return false;
		if (date >= from && !left.has(date))
			found.push({ date, minute: turn.getUTCHours() * 60 + turn.getUTCMinutes() });
		return true;
	});
	return found.slice(0, limit);
}

const asIfUtc = ({ date, minute }: LocalMoment): Date =>
	new Date(Date.parse(`${date}T00:00:00Z`) + minute * 60_000);

const DAILY: Frequency = 3;
const SECONDLY: Frequency = 6;

/** Rules that look at every second, or at every minute of years, for a day that may never come. */
function isEndless({ freq, ...by }: Partial<Options>): boolean {
	const filters = [by.bymonth, by.bymonthday, by.byyearday, by.byweekno, by.byweekday, by.bysetpos];
	return freq === SECONDLY || (freq! > DAILY && filters.some((filter) => filter != null));
}

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;

/** The same days of the week until a date; local hours stay the same over a change of clocks. */
export interface WeeklyDates {
	readonly from: LocalDate;
	/** The last date that may be one. */
	readonly until: LocalDate;
	/** 1 for Monday to 7 for Sunday; at least one. */
	readonly weekdays: readonly number[];
	/** 1: every week, 2: every other week, and so on. */
	readonly everyWeeks: number;
	/** Dates left out. */
	readonly except: readonly LocalDate[];
}

/** The dates of a weekly repeat, in order. */
export function datesOfWeekly({
	from,
	until,
	weekdays,
	everyWeeks,
	except,
}: WeeklyDates): LocalDate[] {
	if (weekdays.length === 0 || until < from) return [];
	const days = [...weekdays].sort().map((day) => DAYS[day - 1]!);
	const end = until.replaceAll('-', '');
	const rule = `FREQ=WEEKLY;INTERVAL=${everyWeeks};WKST=MO;BYDAY=${days.join()};UNTIL=${end}T235959`;
	return occurrences({ date: firstOn(from, weekdays), minute: 0 }, rule, { except })
		.map(({ date }) => date)
		.filter((date) => date <= until);
}

/** The first date from this one on that falls on one of the days: a repeat begins on its own first day. */
function firstOn(date: LocalDate, weekdays: readonly number[]): LocalDate {
	let day = date;
	while (!weekdays.includes(weekday(day))) day = addDays(day, 1);
	return day;
}
