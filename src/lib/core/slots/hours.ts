import { DAY_MINUTES, MINUTE, type LocalDate } from '../time/local-of';
import { localTimeRefusals, instantOf, isLocalDate } from '../time/local-time';
import { overlaps, type Stretch } from '../time/stretch';
import { slotGrid, type Division } from './slot-grid';

/** A stretch of local time on one date: minutes after midnight, ending at 24:00 at the latest. */
export interface Hours extends Stretch {
	readonly date: LocalDate;
}

/** A slot on the axis of instants (milliseconds); `claimEnd` is the end of the gap after it. */
export interface SlotTime extends Stretch {
	readonly claimEnd: number;
}

export const hoursFaultCodes = [
	...localTimeRefusals,
	'end-before-start',
	'over-midnight',
	'slot-longer-than-stretch',
	'overlaps-another',
] as const;
export type HoursFaultCode = (typeof hoursFaultCodes)[number];

/** What is wrong with hours; `index` names the entry. */
export interface HoursFault {
	readonly index: number;
	readonly code: HoursFaultCode;
}

/** The first fault of each entry, in order; empty when all is well. */
export function faultsOfHours(
	hours: readonly Hours[],
	division: Division,
	zone: string,
): HoursFault[] {
	return hours.flatMap((entry, index): HoursFault[] => {
		const code = faultOfHours(entry, division, zone);
		if (code) return [{ index, code }];
		const earlier = hours.slice(0, index);
		return earlier.some((other) => other.date === entry.date && overlaps(other, entry))
			? [{ index, code: 'overlaps-another' }]
			: [];
	});
}

/** What is wrong with one stretch of hours, or `null`. */
export function faultOfHours(
	{ date, start, end }: Hours,
	{ slotMinutes }: Division,
	zone: string,
): HoursFaultCode | null {
	if (!isLocalDate(date)) return 'no-such-date';
	if (end > DAY_MINUTES || start < 0) return 'over-midnight';
	if (end <= start) return 'end-before-start';
	for (const minute of [start, end]) {
		const instant = instantOf(date, minute, zone);
		if (!instant.ok) return instant.refusal;
	}
	return slotMinutes > end - start ? 'slot-longer-than-stretch' : null;
}

/** The hours without the breaks (minutes after midnight, the same on each date), in order of time. */
export function withoutBreaks<T extends Hours>(
	hours: readonly T[],
	breaks: readonly Stretch[],
): T[] {
	return hours
		.flatMap((entry) => {
			let parts: T[] = [entry];
			for (const pause of breaks)
				parts = parts.flatMap((part) =>
					overlaps(part, pause)
						? [
								{ ...part, end: pause.start },
								{ ...part, start: pause.end },
							].filter(({ start, end }) => start < end)
						: [part],
				);
			return parts;
		})
		.sort(inOrderOfTime);
}

/** By date, then by start. */
export const inOrderOfTime = (a: Hours, b: Hours): number =>
	a.date < b.date ? -1 : a.date > b.date ? 1 : a.start - b.start;

/**
 * The slots of one sitting as instants. Lengths are real minutes, also where the clock changes in
 * between. Throws a RangeError for hours that `faultsOfHours` refuses.
 */
export function slotsOfSitting(sitting: Hours, division: Division, zone: string): SlotTime[] {
	const start = instantOf(sitting.date, sitting.start, zone);
	const end = instantOf(sitting.date, sitting.end, zone);
	if (!start.ok || !end.ok) throw new RangeError(`no such time on ${sitting.date} in ${zone}`);
	const minutes = { start: 0, end: (end.epoch - start.epoch) / MINUTE };
	return slotGrid(minutes, division).slots.map((slot) => ({
		start: start.epoch + slot.start * MINUTE,
		end: start.epoch + slot.end * MINUTE,
		claimEnd: start.epoch + (slot.end + slot.gap) * MINUTE,
	}));
}
