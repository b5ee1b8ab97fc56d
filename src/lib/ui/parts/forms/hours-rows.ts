import { typedDate } from '$lib/core/time/local-of';
import type { Hours, HoursFaultCode } from '$lib/core/slots/hours';
import { m } from '$lib/paraglide/messages';

/** Hours while they are typed: anything may still be missing. */
export interface HoursRow {
	date: string;
	start: number | null;
	end: number | null;
}

/** The rows that are whole. */
export const completeHours = (rows: readonly HoursRow[]): Hours[] =>
	rows.flatMap(({ date, start, end }) =>
		date && start !== null && end !== null ? [{ date: typedDate(date), start, end }] : [],
	);

/** The sentence for a fault of hours. */
export function hoursFaultText(code: HoursFaultCode | 'none'): string {
	switch (code) {
		case 'end-before-start':
			return m.hours_end_before_start();
		case 'over-midnight':
			return m.hours_over_midnight();
		case 'slot-longer-than-stretch':
			return m.hours_slot_too_long();
		case 'overlaps-another':
			return m.hours_overlap();
		case 'no-such-date':
			return m.hours_no_such_date();
		case 'no-such-time':
			return m.hours_no_such_time();
		case 'unknown-zone':
			return m.zone_unknown();
		case 'none':
			return m.hours_none();
	}
}
