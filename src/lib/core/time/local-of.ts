// What reads a clock stands apart from what sets one: a family's page reads only, and the library that sets one
// weighs as much as the page.

/** A date as people write it in a calendar: `YYYY-MM-DD`. */
export type LocalDate = `${number}-${number}-${number}`;

/** A text that somebody typed for a date; whether it is one is asked where it matters (`isLocalDate`). */
export const typedDate = (text: string): LocalDate => text as LocalDate;

/** Minutes of a whole local day; as a time of day it means midnight at its end. */
export const DAY_MINUTES = 1440;
export const MINUTE = 60_000;

const readers = new Map<string, Intl.DateTimeFormat>();

/** The runtime's own reader of clocks in a zone, kept: making one takes longer than many readings. */
function readerOf(zone: string): Intl.DateTimeFormat {
	const known = readers.get(zone);
	if (known) return known;
	const reader = new Intl.DateTimeFormat('en-CA-u-ca-iso8601-nu-latn', {
		timeZone: zone,
		hourCycle: 'h23',
		year: 'numeric',
		month: '2-digit',
		day: '2-digit',
		hour: '2-digit',
		minute: '2-digit',
	});
	readers.set(zone, reader);
	return reader;
}

/** What calendar and clock show at an instant (milliseconds) in an IANA zone; `minute` after midnight. */
export function localOf(epoch: number, zone: string): { date: LocalDate; minute: number } {
	const shown: Partial<Record<Intl.DateTimeFormatPartTypes, string>> = {};
	for (const { type, value } of readerOf(zone).formatToParts(epoch)) shown[type] = value;
	return {
		date: typedDate(`${shown.year}-${shown.month}-${shown.day}`),
		minute: Number(shown.hour) * 60 + Number(shown.minute),
	};
}
