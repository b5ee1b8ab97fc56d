import type { LocalDate } from '$lib/core/time/local-time';
import type { FamilySlot } from '$lib/core/visits/family-projection';
import { groupBy } from '$lib/core/group-by';
import { MINUTE } from '$lib/core/time/local-time';
import { joined, type Stretch } from '$lib/core/time/stretch';

/** A part of a date that a family can tick, in milliseconds. */
export interface TimeWindow extends Stretch {
	readonly date: LocalDate;
}

/** Gaps up to this long do not part the conference's hours. */
const BRIDGED = 10 * MINUTE;
/** Longer hours are offered in parts of about this length. */
const PART = 110 * MINUTE;
const ROUND = 30 * MINUTE;

/** Parts of each date on which there are slots, made from the slots themselves. */
export function timeWindows(slots: readonly FamilySlot[]): TimeWindow[] {
	return [...groupBy(slots, ({ date }) => date)]
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.flatMap(([date, own]) =>
			joined(own.map(({ start, end }) => ({ start, end: end + BRIDGED })))
				.map(({ start, end }) => ({ start, end: end - BRIDGED }))
				.flatMap((hours) => split(hours))
				.map((part) => ({ date, ...part })),
		);
}

function split({ start, end }: Stretch): Stretch[] {
	const parts = Math.max(1, Math.round((end - start) / PART));
	const cuts = Array.from(
		{ length: parts - 1 },
		(_, index) => Math.round((start + ((index + 1) * (end - start)) / parts) / ROUND) * ROUND,
	);
	return [start, ...cuts].map((from, index) => ({ start: from, end: cuts[index] ?? end }));
}
