import { Temporal } from 'temporal-polyfill';
import { typedDate, type LocalDate } from './local-of';

/** A date of the library, which is one. */
const dateFrom = (date: Temporal.PlainDate): LocalDate => typedDate(date.toString());

/** Why a local time could not be turned into an instant. */
export const localTimeRefusals = ['unknown-zone', 'no-such-date', 'no-such-time'] as const;
export type LocalTimeRefusal = (typeof localTimeRefusals)[number];

export type LocalTimeResult =
	/** `epoch` in milliseconds; `twice` when the clock shows this time twice (the earlier is taken). */
	| { readonly ok: true; readonly epoch: number; readonly twice: boolean }
	| { readonly ok: false; readonly refusal: LocalTimeRefusal };

/** Whether the runtime's IANA time zone data knows the name. */
export function isTimeZone(zone: string): boolean {
	if (!/^[A-Za-z]/.test(zone)) return false;
	try {
		new Intl.DateTimeFormat('en', { timeZone: zone });
		return true;
	} catch {
		return false;
	}
}

/** Whether the text is a date that exists in the calendar. */
export function isLocalDate(text: string): text is LocalDate {
	if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
	try {
		Temporal.PlainDate.from(text, { overflow: 'reject' });
		return true;
	} catch {
		return false;
	}
}

/**
 * The instant of a local date and time of day (0 to 1440 minutes after midnight) in an IANA zone.
 * A time that the clock skips is refused; one that it shows twice means the earlier.
 */
export function instantOf(date: LocalDate, minute: number, zone: string): LocalTimeResult {
	if (!isTimeZone(zone)) return { ok: false, refusal: 'unknown-zone' };
	if (!isLocalDate(date)) return { ok: false, refusal: 'no-such-date' };
	const plain = Temporal.PlainDate.from(date).toPlainDateTime({ hour: 0 }).add({ minutes: minute });
	const earlier = plain.toZonedDateTime(zone, { disambiguation: 'earlier' });
	const later = plain.toZonedDateTime(zone, { disambiguation: 'later' });
	if (earlier.epochMilliseconds === later.epochMilliseconds)
		return { ok: true, epoch: earlier.epochMilliseconds, twice: false };
	return earlier.toPlainDateTime().equals(plain)
		? { ok: true, epoch: earlier.epochMilliseconds, twice: true }
		: { ok: false, refusal: 'no-such-time' };
}

/** The date so many days later (or earlier, when negative). */
export function addDays(date: LocalDate, days: number): LocalDate {
	return dateFrom(Temporal.PlainDate.from(date).add({ days }));
}

/** How many days the second date is after the first; negative when it is before. */
export function daysBetween(from: LocalDate, to: LocalDate): number {
	return Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'day' })
		.days;
}

/** 1 for Monday to 7 for Sunday. */
export function weekday(date: LocalDate): number {
	return Temporal.PlainDate.from(date).dayOfWeek;
}

/**
 * The instant (milliseconds) of a local time, for times that others wrote: one that the clock skips
 * means as much later, one that it shows twice the earlier. Throws a RangeError for no date or zone.
 */
export function laterInstantOf(date: LocalDate, minute: number, zone: string): number {
	return Temporal.PlainDate.from(date)
		.toPlainDateTime({ hour: 0 })
		.add({ minutes: minute })
		.toZonedDateTime(zone, { disambiguation: 'compatible' }).epochMilliseconds;
}
