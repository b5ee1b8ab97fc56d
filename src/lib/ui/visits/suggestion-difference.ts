import { MINUTE } from '$lib/core/time/local-of';
import { m } from '$lib/paraglide/messages';
import { dateText, listText } from '../parts/format/when';
import type { RibbonEntry } from './ribbon-entry';

/** A whole visit as somebody lives it, what is booked already among it. */
export interface WholeVisit {
	readonly entries: readonly RibbonEntry[];
	/** Minutes between appointments, over all dates. */
	readonly waiting: number;
}

/** How a visit differs from another one, exactly: `ends 25 minutes earlier and 10 minutes more …`. */
export function differenceText(first: WholeVisit, other: WholeVisit, zone: string): string {
	const differences = [
		...ofDates(first, other, zone),
		...ofEnd(first, other),
		...ofWaiting(first, other),
		...ofCount(first, other),
	];
	return m.diff_title({ differences: differences.length ? listText(differences) : m.diff_same() });
}

const datesOf = ({ entries }: WholeVisit): string[] => [
	...new Set(entries.map(({ date }) => date)),
];

function ofDates(first: WholeVisit, other: WholeVisit, zone: string): string[] {
	const dates = datesOf(other);
	if (dates.join() === datesOf(first).join()) return [];
	if (dates.length > 1) return [m.diff_dates({ count: dates.length })];
	return [m.diff_date({ date: dateText(other.entries[0]!.start, zone) })];
}

/** Only of visits on the same dates: an end on another day is neither earlier nor later in a useful way. */
function ofEnd(first: WholeVisit, other: WholeVisit): string[] {
	if (datesOf(other).join() !== datesOf(first).join()) return [];
	const end = ({ entries }: WholeVisit) => entries.at(-1)?.end ?? 0;
	const later = Math.round((end(other) - end(first)) / MINUTE);
	if (later === 0) return [];
	return [
		later < 0 ? m.diff_ends_earlier({ minutes: -later }) : m.diff_ends_later({ minutes: later }),
	];
}

function ofWaiting(first: WholeVisit, other: WholeVisit): string[] {
	const more = other.waiting - first.waiting;
	if (more === 0) return [];
	return [
		more < 0 ? m.diff_less_waiting({ minutes: -more }) : m.diff_more_waiting({ minutes: more }),
	];
}

function ofCount(first: WholeVisit, other: WholeVisit): string[] {
	const fewer = first.entries.length - other.entries.length;
	return fewer > 0 ? [m.diff_fewer({ count: fewer })] : [];
}
