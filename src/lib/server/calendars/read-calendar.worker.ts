import { readCalendar } from '../../core/calendars/read-calendar';
import type { CalendarWindow } from '../../core/calendars/read-entries';
import { readHolidays } from '../../core/calendars/read-holidays';
import { answerAside } from '../foundation/aside/answer-aside';

/** A calendar file's text, the stretch in which it matters, and what is wanted of it. */
export interface CalendarInput {
	readonly text: string;
	readonly window: CalendarWindow;
	readonly wanted: 'busy' | 'holidays';
}

answerAside(({ text, window, wanted }: CalendarInput) =>
	wanted === 'busy' ? readCalendar(text, window) : readHolidays(text, window),
);
