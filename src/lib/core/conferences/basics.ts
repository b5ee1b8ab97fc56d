import type { PlaceKind } from '../ways-to-meet';
import type { WeeklyHours } from '../desks/desk-plan';
import { datesOfWeekly } from '../repeats/recurrence';
import { faultsOfHours, hoursFaultCodes, type Hours } from '../slots/hours';
import { isDivision } from '../desks/faults-of-plan';
import type { LongGap } from '../slots/slot-grid';
import { isLocalDate, isTimeZone } from '../time/local-time';

/** What an organiser says of a conference. Minutes, local hours, instants in milliseconds. */
export interface ConferenceBasics {
	readonly name: string;
	/** Where families find it: `/visit/<address>`. */
	readonly address: string;
	/** For the families, at the top of their pages. */
	readonly words: string;
	/** What families are told about keeping to the time. */
	readonly limitNote: string;
	readonly timeZone: string;
	readonly hours: readonly Hours[];
	readonly weekly: readonly WeeklyHours[];
	readonly slotMinutes: number;
	readonly gapMinutes: number;
	readonly longGap: LongGap | null;
	/** Where desks sit unless somebody says otherwise. */
	readonly usualPlace: PlaceKind;
	readonly opensAt: number | null;
	readonly closesAt: number | null;
	/** What teachers may do at their own desks. */
	readonly teachersMay: 'see' | 'propose' | 'change';
	/** Whether a tentative entry of a teacher's calendar, or an absence, closes slots. */
	readonly tentativeCounts: boolean;
	readonly awayCounts: boolean;
}

export type BasicsField = keyof ConferenceBasics;

export const basicsFaultCodes = [
	...hoursFaultCodes,
	'missing',
	'too-long',
	'unknown-zone',
	'division-wrong',
	'weekly-wrong',
	'none',
	'closes-before-it-opens',
	'unfit-address',
	'address-taken',
] as const;

export interface BasicsFault {
	readonly field: BasicsField;
	readonly code: (typeof basicsFaultCodes)[number];
	/** Which of the hours. */
	readonly index?: number;
	/** Addresses that are free. */
	readonly suggestions?: readonly string[];
}

export const LONGEST_NAME = 80;
export const LONGEST_WORDS = 2000;
const LONGEST_NOTE = 200;
/** Small letters, digits and single dashes, as they are read out on the telephone. */
const ADDRESS = /^[a-z0-9]+(?:-[a-z0-9]+)*$/;
const LONGEST_ADDRESS = 40;

/** What is wrong with the basics; empty when they can be kept. Whether an address is free, the server knows. */
export function faultsOfBasics(basics: ConferenceBasics): BasicsFault[] {
	const faults: BasicsFault[] = [];
	const fault = (field: BasicsField, code: BasicsFault['code'], index?: number) =>
		faults.push(index === undefined ? { field, code } : { field, code, index });
	const name = basics.name.trim();
	if (!name) fault('name', 'missing');
	if (name.length > LONGEST_NAME) fault('name', 'too-long');
	if (basics.words.length > LONGEST_WORDS) fault('words', 'too-long');
	if (basics.limitNote.length > LONGEST_NOTE) fault('limitNote', 'too-long');
	if (!ADDRESS.test(basics.address) || basics.address.length > LONGEST_ADDRESS)
		fault('address', 'unfit-address');
	const { slotMinutes, gapMinutes, longGap, opensAt, closesAt } = basics;
	if (!isDivision({ slotMinutes, gapMinutes: 0 })) fault('slotMinutes', 'division-wrong');
	if (!isDivision({ slotMinutes: 10, gapMinutes })) fault('gapMinutes', 'division-wrong');
	if (!isDivision({ slotMinutes: 10, gapMinutes: 0, longGap })) fault('longGap', 'division-wrong');
	if (opensAt !== null && closesAt !== null && closesAt <= opensAt)
		fault('closesAt', 'closes-before-it-opens');
	if (!isTimeZone(basics.timeZone)) return [...faults, { field: 'timeZone', code: 'unknown-zone' }];
	const division = { slotMinutes, gapMinutes, longGap };
	for (const { code, index } of faultsOfHours(basics.hours, division, basics.timeZone))
		fault('hours', code, index);
	basics.weekly.forEach((entry, index) => {
		const code = faultOfWeekly(entry, basics);
		if (code) fault('weekly', code, index);
	});
	if (basics.hours.length + basics.weekly.length === 0) fault('hours', 'none', 0);
	return faults;
}

/** The first fault of a weekly repeat; it may not lie over the conference's other hours. */
function faultOfWeekly(
	weekly: WeeklyHours,
	{ hours, slotMinutes, gapMinutes, timeZone }: ConferenceBasics,
): BasicsFault['code'] | null {
	const isRule =
		[weekly.from, weekly.until, ...weekly.except].every(isLocalDate) &&
		weekly.weekdays.length > 0 &&
		weekly.everyWeeks >= 1 &&
		weekly.until >= weekly.from;
	if (!isRule) return 'weekly-wrong';
	const { start, end } = weekly;
	const turns = datesOfWeekly(weekly).map((date) => ({ date, start, end }));
	if (turns.length === 0) return 'weekly-wrong';
	const faults = faultsOfHours([...hours, ...turns], { slotMinutes, gapMinutes }, timeZone);
	return faults.find(({ index }) => index >= hours.length)?.code ?? null;
}
