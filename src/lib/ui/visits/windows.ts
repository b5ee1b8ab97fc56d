import { localOf, MINUTE, type LocalDate } from '$lib/core/time/local-of';
import type { FamilySlot } from '$lib/core/visits/family-projection';
import { groupBy } from '$lib/core/group-by';
import { joined, type Stretch } from '$lib/core/time/stretch';

/** What people call a part of a conference's day. */
export type WindowName =
	'before-break' | 'between-breaks' | 'after-break' | 'morning' | 'afternoon' | 'evening';

/** A part of a date that a family can tick, in milliseconds. */
export interface TimeWindow extends Stretch {
	readonly date: LocalDate;
	/** `null` where no name tells it from the others of its date. */
	readonly name: WindowName | null;
}

/** Gaps up to this long do not part the conference's hours. */
const BRIDGED = 10 * MINUTE;
/** Longer hours are offered in parts of about this length. */
const PART = 110 * MINUTE;
const ROUND = 30 * MINUTE;
const NOON = 12 * 60;
const EVENING = 17 * 60;

/** Parts of each date on which there are slots, made from the slots themselves. */
export function timeWindows(slots: readonly FamilySlot[], zone: string): TimeWindow[] {
	return [...groupBy(slots, ({ date }) => date)]
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.flatMap(([date, own]) => {
			const hours = joined(own.map(({ start, end }) => ({ start, end: end + BRIDGED }))).map(
				({ start, end }) => ({ start, end: end - BRIDGED }),
			);
			const parts = hours.flatMap(split);
			const names = parts.length === hours.length ? namesOf(parts, zone) : parts.map(() => null);
			return parts.map((part, index) => ({ date, ...part, name: names[index] ?? null }));
		});
}

function namesOf(hours: readonly Stretch[], zone: string): WindowName[] {
	if (hours.length === 1) return [partOfDay(localOf(hours[0]!.start, zone).minute)];
	return hours.map((_, index) => {
		if (index === 0) return 'before-break';
		return index === hours.length - 1 ? 'after-break' : 'between-breaks';
	});
}

const partOfDay = (minute: number): WindowName =>
	minute < NOON ? 'morning' : minute < EVENING ? 'afternoon' : 'evening';

function split({ start, end }: Stretch): Stretch[] {
	const parts = Math.max(1, Math.round((end - start) / PART));
	const cuts = Array.from(
		{ length: parts - 1 },
		(_, index) => Math.round((start + ((index + 1) * (end - start)) / parts) / ROUND) * ROUND,
	);
	return [start, ...cuts].map((from, index) => ({ start: from, end: cuts[index] ?? end }));
}

/** The hours of every date within which a family can come, in minutes of the day. */
export interface DayBounds {
	readonly from: number | null;
	readonly until: number | null;
}

/** Windows cut to what lies within the bounds of each date; what nothing is left of is gone. */
export const within = (
	windows: readonly TimeWindow[],
	{ from, until }: DayBounds,
	zone: string,
): (readonly [start: number, end: number])[] =>
	windows.flatMap(({ start, end }) => {
		const at = (minute: number) => start + (minute - localOf(start, zone).minute) * MINUTE;
		const first = from === null ? start : Math.max(start, at(from));
		const last = until === null ? end : Math.min(end, at(until));
		return first < last ? [[first, last] as const] : [];
	});
