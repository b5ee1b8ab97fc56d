import type { CalendarRead } from '../../core/calendars/read-calendar';
import type { CalendarWindow } from '../../core/calendars/read-entries';
import type { HolidaysRead } from '../../core/calendars/read-holidays';
import { runAside, type AsideLimits } from '../foundation/aside/run-aside';
import type { CalendarInput } from './read-calendar.worker';
import source from './read-calendar.worker?node-worker';

/** It would have taken more time or memory than a calendar is worth. */
type TooMuchWork = { readonly ok: false; readonly reason: 'too-much-work' };
export type CalendarReadAside = CalendarRead | TooMuchWork;
export type HolidaysReadAside = HolidaysRead | TooMuchWork;

/** Five megabytes of entries take a second or two. */
const LIMITS: AsideLimits = { deadline: 10_000, memory: 256 };

/** Reads a calendar's text beside the server: whatever is in it, nobody waits for it. */
export const readCalendarAside = (
	text: string,
	window: CalendarWindow,
	limits: AsideLimits = LIMITS,
): Promise<CalendarReadAside> => aside({ text, window, wanted: 'busy' }, limits);

/** Reads the holidays of a calendar's text beside the server. */
export const readHolidaysAside = (
	text: string,
	window: CalendarWindow,
): Promise<HolidaysReadAside> => aside({ text, window, wanted: 'holidays' }, LIMITS);

async function aside<Read>(input: CalendarInput, limits: AsideLimits): Promise<Read | TooMuchWork> {
	const result = await runAside<CalendarInput, Read>(source, input, limits);
	return result.ok ? result.answer : { ok: false, reason: 'too-much-work' };
}
