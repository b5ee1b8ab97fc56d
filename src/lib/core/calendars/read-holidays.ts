import { localOf, type LocalDate } from '../time/local-of';
import { readEntries, type CalendarWindow } from './read-entries';

/** Days on which nobody is at school, from the first to the last. */
export interface Holiday {
	readonly from: LocalDate;
	readonly to: LocalDate;
	readonly name: string;
}

export type HolidaysRead =
	| { readonly ok: true; readonly holidays: readonly Holiday[] }
	| { readonly ok: false; readonly reason: 'no-calendar' | 'too-many' };

/** More than any school has in a few years. */
const MOST = 500;
const LONGEST_NAME = 120;

/**
 * The holidays of a calendar file: each entry of whole days in the window, whether its calendar marks it as busy or
 * as free, in order. What has hours, a school concert say, is no holiday.
 */
export function readHolidays(text: string, window: CalendarWindow): HolidaysRead {
	const read = readEntries(text, window, ({ component, start, end, allDay }): Holiday | null => {
		const word = (name: string) => String(component.getFirstPropertyValue(name) ?? '').trim();
		if (!allDay || word('status').toUpperCase() === 'CANCELLED') return null;
		return {
			from: localOf(start, window.zone).date,
			to: localOf(end - 1, window.zone).date,
			name: word('summary').slice(0, LONGEST_NAME),
		};
	});
	if (!read.ok) return read;
	if (read.taken.length > MOST) return { ok: false, reason: 'too-many' };
	const holidays = [...read.taken].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
	return { ok: true, holidays };
}
