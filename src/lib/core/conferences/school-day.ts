import type { Holiday } from '../calendars/read-holidays';
import type { LocalDate } from '../time/local-of';
import { addDays, weekday } from '../time/local-time';

/** Common practice, no source: nobody holds a conference at a weekend unless it says so. */
const WEEKEND: readonly number[] = [6, 7];
/** Summer is shorter. */
const MOST_DAYS = 120;

/** The first day from a date on that is neither of a weekend nor a holiday. */
export function schoolDayFrom(date: LocalDate, holidays: readonly Holiday[]): LocalDate {
	for (let days = 0; days < MOST_DAYS; days++) {
		const day = addDays(date, days);
		const isHoliday = holidays.some(({ from, to }) => from <= day && day <= to);
		if (!isHoliday && !WEEKEND.includes(weekday(day))) return day;
	}
	return date;
}
