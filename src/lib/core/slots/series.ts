import {
	DAY_MINUTES,
	instantOf,
	isLocalDate,
	MINUTE,
	type LocalDate,
	type LocalTimeRefusal,
} from '../time/local-time';
import { overlaps, type Stretch } from '../time/stretch';
import { slotGrid, type Division } from './slot-grid';

/** A stretch of local time on one date: minutes after midnight, ending at 24:00 at the latest. */
export interface Hours extends Stretch {
	readonly date: LocalDate;
}

/** What people edit: hours on dates, breaks inside them, and how they are divided. */
export interface Series extends Division {
	readonly hours: readonly Hours[];
	readonly breaks: readonly Hours[];
}

/** A slot on the axis of instants (milliseconds); `claimEnd` is the end of the gap after it. */
export interface SlotTime extends Stretch {
	readonly claimEnd: number;
}

/** What is wrong with hours; `index` names the entry. */
export interface HoursFault {
	readonly index: number;
	readonly code:
		| LocalTimeRefusal
		| 'end-before-start'
		| 'over-midnight'
		| 'slot-longer-than-stretch'
		| 'overlaps-another';
}

/** The first fault of each entry, in order; empty when all is well. */
export function faultsOfHours(
	hours: readonly Hours[],
	division: Division,
	zone: string,
): HoursFault[] {
	return hours.flatMap((entry, index): HoursFault[] => {
		const code = faultOf(entry, division, zone);
		if (code) return [{ index, code }];
		const earlier = hours.slice(0, index);
		return earlier.some((other) => other.date === entry.date && overlaps(other, entry))
			? [{ index, code: 'overlaps-another' }]
			: [];
	});
}

function faultOf(
	{ date, start, end }: Hours,
	{ slotMinutes }: Division,
	zone: string,
): HoursFault['code'] | null {
	if (!isLocalDate(date)) return 'no-such-date';
	if (end > DAY_MINUTES || start < 0) return 'over-midnight';
	if (end <= start) return 'end-before-start';
	for (const minute of [start, end]) {
		const instant = instantOf(date, minute, zone);
		if (!instant.ok) return instant.refusal;
	}
	return slotMinutes > end - start ? 'slot-longer-than-stretch' : null;
}

/** Unbroken sittings, in order of time: the hours without the breaks. The grid starts afresh in each. */
export function sittingsOf({ hours, breaks }: Pick<Series, 'hours' | 'breaks'>): Hours[] {
	return hours
		.flatMap((entry) => {
			let parts: Hours[] = [entry];
			for (const pause of breaks.filter(({ date }) => date === entry.date))
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
		.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.start - b.start));
}

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
		claimEnd: start.epoch + (slot.end + division.gapMinutes) * MINUTE,
	}));
}
