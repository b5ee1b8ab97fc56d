import type { Hours } from '$lib/core/slots/hours';
import { DAY_MINUTES, type LocalDate } from '$lib/core/time/local-of';

/** One date's time from left to right, in minutes after midnight, with room to draw on both sides. */
export interface DateAxis {
	readonly date: LocalDate;
	readonly from: number;
	readonly to: number;
	/** Full hours, to be written. */
	readonly marks: readonly number[];
}

/** Free room on both sides of what there is. */
const ROOM = 60;
const NOON = 12 * 60;

/** The axes of dates, on which all hours lie. */
export function axesOf(dates: readonly LocalDate[], hours: readonly Hours[]): DateAxis[] {
	return dates.map((date) => {
		const here = hours.filter((entry) => entry.date === date);
		const first = Math.min(...here.map(({ start }) => start), here.length ? DAY_MINUTES : NOON);
		const last = Math.max(...here.map(({ end }) => end), here.length ? 0 : NOON);
		const from = Math.max(0, Math.floor((first - ROOM) / 60) * 60);
		const to = Math.min(DAY_MINUTES, Math.ceil((last + ROOM) / 60) * 60);
		const marks: number[] = [];
		for (let mark = from; mark < to; mark += 60) marks.push(mark);
		return { date, from, to, marks };
	});
}

/** Where a minute lies on the axis, from 0 to 1. */
export const along = ({ from, to }: DateAxis, minute: number): number =>
	(minute - from) / (to - from);

/** Steps of the hand, in minutes. */
export const STEP = 5;

export const snap = (minute: number, step = STEP): number => Math.round(minute / step) * step;
