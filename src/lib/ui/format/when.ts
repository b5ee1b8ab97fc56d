import { getLocale } from '$lib/paraglide/runtime';

/** English at an international school: day before month, and the clock of 24 hours. */
const formatLocale = (): string => (getLocale() === 'en' ? 'en-GB' : getLocale());

const formats = new Map<string, Intl.DateTimeFormat>();

function format(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
	const locale = formatLocale();
	const key = JSON.stringify([locale, zone, options]);
	let known = formats.get(key);
	if (!known) {
		known = new Intl.DateTimeFormat(locale, { timeZone: zone, ...options });
		formats.set(key, known);
	}
	return known;
}

/** `16:06` */
export const timeText = (epoch: number, zone: string): string =>
	format(zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(epoch);

/** `Thursday 3 December` */
export const dateText = (epoch: number, zone: string): string =>
	format(zone, { weekday: 'long', day: 'numeric', month: 'long' }).format(epoch);

/** `Thursday 3 December, 16:06` */
export const momentText = (epoch: number, zone: string): string =>
	`${dateText(epoch, zone)}, ${timeText(epoch, zone)}`;

/** A local date (`2026-12-03`) as `Thursday 3 December`, or `Thu 3 Dec` when short. */
export function localDateText(date: string, width: 'long' | 'short' = 'long'): string {
	return format('UTC', { weekday: width, day: 'numeric', month: width }).format(
		Date.parse(`${date}T12:00:00Z`),
	);
}

/** A local date's day of the week: `Thu`. */
export const weekdayText = (date: string): string =>
	format('UTC', { weekday: 'short' }).format(Date.parse(`${date}T12:00:00Z`));

/** Names in a row: `Leila and Tomas`. */
export const listText = (names: readonly string[]): string =>
	new Intl.ListFormat(formatLocale(), { type: 'conjunction' }).format(names);
