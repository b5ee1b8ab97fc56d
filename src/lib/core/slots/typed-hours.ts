import { DAY_MINUTES, type LocalDate } from '../time/local-of';
import { isLocalDate } from '../time/local-time';
import type { Hours } from './hours';

/** A slip of the hand in typed hours, and what was most likely meant. */
export interface Slip {
	readonly code: 'end-before-start' | 'over-midnight' | 'morning-for-evening' | 'date-past';
	readonly meant: Hours | null;
}

const HALF_DAY = DAY_MINUTES / 2;
/** Before this hour nobody receives families; a time like that was most likely meant for the afternoon. */
const EARLIEST = 7 * 60;
/** Nobody receives families in one stretch for longer. */
const LONGEST = 10 * 60;

/**
 * The usual slips, as they are typed: an afternoon's end typed as a morning's, a stretch turned round,
 * one over midnight, an evening typed as the small hours, a date that is over.
 */
export function slipOf(hours: Hours, today: LocalDate): Slip | null {
	const { date, start, end } = hours;
	if (end <= start) {
		const later = end + HALF_DAY;
		if (later > start && later <= DAY_MINUTES && end <= HALF_DAY)
			return { code: 'end-before-start', meant: { date, start, end: later } };
		// Late to early: 22:00 to 1:00. The rest of it would be another day's.
		if (end < EARLIEST && start > HALF_DAY)
			return { code: 'over-midnight', meant: { date, start, end: DAY_MINUTES } };
		return {
			code: 'end-before-start',
			meant: end < start ? { date, start: end, end: start } : null,
		};
	}
	if (end > DAY_MINUTES) return { code: 'over-midnight', meant: { date, start, end: DAY_MINUTES } };
	if (start < EARLIEST && start > 0) {
		const shifted = { date, start: start + HALF_DAY, end: end + HALF_DAY };
		const meant =
			shifted.end <= DAY_MINUTES
				? shifted
				: shifted.start < end
					? { date, start: shifted.start, end }
					: null;
		if (meant && end <= HALF_DAY + EARLIEST) return { code: 'morning-for-evening', meant };
	}
	if (end - start > LONGEST && start + HALF_DAY < end)
		return { code: 'morning-for-evening', meant: { date, start: start + HALF_DAY, end } };
	if (isLocalDate(date) && date < today) return { code: 'date-past', meant: null };
	return null;
}
