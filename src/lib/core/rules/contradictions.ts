import type { Rules } from '../snapshot/rules';
import { localOf, MINUTE, type LocalDate } from '../time/local-of';
import { addDays } from '../time/local-time';

/** What of a conference its rules are held against. Instants in milliseconds. */
export interface RuledConference {
	readonly rules: Rules;
	readonly opensAt: number | null;
	readonly closesAt: number | null;
	readonly timeZone: string;
	/** In order; empty when it has none yet. */
	readonly dates: readonly LocalDate[];
	/** When the last slot that anybody could book begins; `null`: there is none. */
	readonly lastStart: number | null;
}

export const contradictionCodes = [
	/** Some families may book early, but not before all others. */
	'early-is-not-early',
	/** Booking ends before the furthest day that can be booked comes near. */
	'closes-before-reach',
	/** No day can be booked at all. */
	'furthest-before-first',
	/** When booking opens it is too late for every slot. */
	'opens-too-late',
	/** A family may book less than one of its children. */
	'family-below-student',
] as const;
export type ContradictionCode = (typeof contradictionCodes)[number];

/** Rules that cannot be meant together, each with the one at which it is said. */
export interface Contradiction {
	readonly rule: keyof Rules | 'opensAt';
	readonly code: ContradictionCode;
}

/** Which rules of a conference contradict one another, or its dates. */
export function contradictionsOf(conference: RuledConference): Contradiction[] {
	const { rules, opensAt, closesAt, timeZone, dates, lastStart } = conference;
	const { earlyOpensAt, furthestDate, rollingDays, latestMinutes, perFamily, perStudent } = rules;
	const [first] = dates;
	const found: Contradiction[] = [];
	if (earlyOpensAt !== null && (opensAt === null || earlyOpensAt >= opensAt))
		found.push({ rule: 'earlyOpensAt', code: 'early-is-not-early' });
	if (first && furthestDate !== null && furthestDate < first)
		found.push({ rule: 'furthestDate', code: 'furthest-before-first' });
	if (first && rollingDays !== null && closesAt !== null) {
		const reached = addDays(localOf(closesAt, timeZone).date, rollingDays);
		if (reached < first) found.push({ rule: 'rollingDays', code: 'closes-before-reach' });
	}
	if (
		opensAt !== null &&
		lastStart !== null &&
		lastStart - (latestMinutes ?? 0) * MINUTE <= opensAt
	)
		found.push({ rule: 'opensAt', code: 'opens-too-late' });
	if (perFamily !== null && perStudent !== null && perFamily < perStudent)
		found.push({ rule: 'perFamily', code: 'family-below-student' });
	return found;
}
