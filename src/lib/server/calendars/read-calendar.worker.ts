import { readCalendar, type CalendarWindow } from '../../core/calendars/read-calendar';
import { answerAside } from '../foundation/aside/answer-aside';

/** A calendar file's text, and the stretch in which it matters. */
export interface CalendarInput {
	readonly text: string;
	readonly window: CalendarWindow;
}

answerAside(({ text, window }: CalendarInput) => readCalendar(text, window));
