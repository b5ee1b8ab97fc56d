import type { CalendarRead, CalendarWindow } from '../../core/calendars/read-calendar';
import { runAside, type AsideLimits } from '../foundation/aside/run-aside';
import type { CalendarInput } from './read-calendar.worker';
import source from './read-calendar.worker?node-worker';

export type CalendarReadAside =
	| CalendarRead
	/** It would have taken more time or memory than a calendar is worth. */
	| { readonly ok: false; readonly reason: 'too-much-work' };

/** Five megabytes of entries take a second or two. */
const LIMITS: AsideLimits = { deadline: 10_000, memory: 256 };

/** Reads a calendar's text beside the server: whatever is in it, nobody waits for it. */
export async function readCalendarAside(
	text: string,
	window: CalendarWindow,
	limits: AsideLimits = LIMITS,
): Promise<CalendarReadAside> {
	const input: CalendarInput = { text, window };
	const result = await runAside<CalendarInput, CalendarRead>(source, input, limits);
	return result.ok ? result.answer : { ok: false, reason: 'too-much-work' };
}
