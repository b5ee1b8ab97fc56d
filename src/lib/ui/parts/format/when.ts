import type { AvailableHours } from '$lib/core/time/available-hours';
import type { LocalDate } from '$lib/core/time/local-of';
import { formatTimeOfDay } from '$lib/core/time/typed-time';
import {
	dateLocaleOf,
	writtenDate,
	writtenFullDate,
	writtenShortDate,
	writtenTime,
	writtenWeekday,
} from '$lib/core/time/written-time';
import { getLocale } from '$lib/paraglide/runtime';

/** The locale in which the reader's dates are written. */
export const formatLocale = (): string => dateLocaleOf(getLocale());

/** `16:06` */
export const timeText = (epoch: number, zone: string): string =>
	writtenTime(formatLocale(), zone)(epoch);

/** `Thursday 3 December` */
export const dateText = (epoch: number, zone: string): string =>
	writtenDate(formatLocale(), zone)(epoch);

/** `Thursday 3 December, 16:06` */
export const momentText = (epoch: number, zone: string): string =>
	`${dateText(epoch, zone)}, ${timeText(epoch, zone)}`;

/** `Thursday 3 December, 16:06–18:24`; on two dates, both whole. */
export const momentSpanText = (from: number, to: number, zone: string): string =>
	`${momentText(from, zone)}–${
		dateText(from, zone) === dateText(to, zone) ? timeText(to, zone) : momentText(to, zone)
	}`;

/** A local date (`2026-12-03`) as `Thursday 3 December`, or `Thu 3 Dec` when short. */
export const localDateText = (date: string, width: 'long' | 'short' = 'long'): string =>
	(width === 'long' ? writtenDate : writtenShortDate)(
		formatLocale(),
		'UTC',
	)(Date.parse(`${date}T12:00:00Z`));

/** A local date as `Thu, 3 Dec 2026`. */
export const fullDateText = (date: LocalDate): string =>
	writtenFullDate(formatLocale(), 'UTC')(Date.parse(`${date}T12:00:00Z`));

/** `Thu, 3 Dec 2026, 16:06` */
export const fullMomentText = (epoch: number, zone: string): string =>
	`${writtenFullDate(formatLocale(), zone)(epoch)}, ${timeText(epoch, zone)}`;

/** A local date's day of the week: `Thu`. */
export const weekdayText = (date: string): string =>
	writtenWeekday(formatLocale(), 'UTC')(Date.parse(`${date}T12:00:00Z`));

/**
 * Each makes what writes dates, times or names: a browser reads its tables for the first of a kind, which takes long
 * on a phone.
 */
export const warmings: readonly (() => void)[] = [
	() => void localDateText('2026-01-01', 'long'),
	() => void localDateText('2026-01-01', 'short'),
	() => void timeText(0, 'UTC'),
	() => void listText([]),
];

/** By locale: to make one takes longer than to write a hundred lists. */
const listWriters = new Map<string, Intl.ListFormat>();

function listWriter(locale: string): Intl.ListFormat {
	const known = listWriters.get(locale);
	if (known) return known;
	const made = new Intl.ListFormat(locale, { type: 'conjunction' });
	listWriters.set(locale, made);
	return made;
}

/** Names in a row: `Leila and Tomas`. */
export const listText = (names: readonly string[]): string =>
	listWriter(formatLocale()).format(names);

/** A Monday, to name the days of a week by. */
const MONDAY = Date.parse('2024-01-01T12:00:00Z');
const DAY = 86_400_000;

/** Hours in which somebody can come: `Thu 16:00–19:00`. */
export const availableText = (hours: readonly AvailableHours[]): string =>
	hours
		.map(({ day, start, end }) => {
			const times = `${formatTimeOfDay(start)}–${formatTimeOfDay(end)}`;
			if (day === null) return times;
			const name =
				'date' in day
					? localDateText(day.date, 'short')
					: writtenWeekday(formatLocale(), 'UTC')(MONDAY + (day.weekday - 1) * DAY);
			return `${name} ${times}`;
		})
		.join(', ');

/** A part of 1 as `40 %`. */
export const partText = (part: number): string =>
	new Intl.NumberFormat(formatLocale(), { style: 'percent' }).format(part);
