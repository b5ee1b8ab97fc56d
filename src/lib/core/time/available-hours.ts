import type { LocalDate } from './local-of';
import { isLocalDate, weekday } from './local-time';
import { parseTypedTime } from './typed-time';
import type { Stretch } from './stretch';

/** When somebody can come: on a date or on a day of every week (1 for Monday), minutes after midnight. */
export interface AvailableHours extends Stretch {
	readonly day: { readonly date: LocalDate } | { readonly weekday: number } | null;
}

export type AvailableHoursRead =
	| { readonly ok: true; readonly hours: readonly AvailableHours[] }
	/** The part that could not be understood. */
	| { readonly ok: false; readonly part: string };

const DAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];

/**
 * Hours in a person's own words: `Thursday 16:00-19:00; Fri 9-12, 2026-12-05 1pm to 3pm`. A part
 * without a day holds on every day; a day without hours is the whole day.
 */
export function readAvailableHours(text: string): AvailableHoursRead {
	const hours: AvailableHours[] = [];
	for (const part of text.split(/[;,\n]/).map((part) => part.trim())) {
		if (!part) continue;
		const read = readPart(part);
		if (!read) return { ok: false, part };
		hours.push(read);
	}
	return { ok: true, hours };
}

function readPart(part: string): AvailableHours | null {
	const [first = '', ...rest] = part.split(/\s+/);
	const day = dayOf(first);
	const times = day ? rest.join(' ') : part;
	if (day && !times) return { day, start: 0, end: 1440 };
	const [from, to, ...more] = times.split(/\s*(?:-|–|\bto\b|\buntil\b)\s*/);
	if (from === undefined || to === undefined || more.length) return null;
	const [start, end] = [parseTypedTime(from), parseTypedTime(to)];
	return start !== null && end !== null && start < end ? { day, start, end } : null;
}

function dayOf(word: string): AvailableHours['day'] {
	if (isLocalDate(word)) return { date: word };
	const plain = word.toLowerCase().replace(/[.:]$/, '').replace(/s$/, '');
	const index = DAYS.findIndex((day) => plain.length >= 3 && day.startsWith(plain));
	return index < 0 ? null : { weekday: index + 1 };
}

/** The stretches of a date in which somebody can come. */
export const availableOn = (hours: readonly AvailableHours[], date: LocalDate): Stretch[] =>
	hours
		.filter(
			({ day }) =>
				day === null || ('date' in day ? day.date === date : day.weekday === weekday(date)),
		)
		.map(({ start, end }) => ({ start, end }));
