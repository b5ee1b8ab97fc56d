import { isWebLink } from '../links/web-link';
import { faultOfHours, hoursFaultCodes, type HoursFaultCode } from '../slots/hours';
import { LONGEST_GAP, LONGEST_SLOT, SHORTEST_SLOT, type Division } from '../slots/slot-grid';
import { DAY_MINUTES } from '../time/local-of';
import { isLocalDate } from '../time/local-time';
import { overlaps } from '../time/stretch';
import {
	sittingsOfPlan,
	type ConferenceHours,
	type DeskPlan,
	type PlannedPlace,
	type PlannedSitting,
	type SeriesPlan,
} from './desk-plan';

export const planFaultCodes = [
	...hoursFaultCodes,
	'name-missing',
	'division-wrong',
	'seats-wrong',
	'place-twice',
	'place-incomplete',
	'weekly-wrong',
	'too-many-dates',
] as const;
export type PlanFaultCode = (typeof planFaultCodes)[number];

/** Why a desk's plan cannot be kept; `series` names which part of it. */
export interface PlanFault {
	readonly code: PlanFaultCode;
	readonly series?: string;
}

/** More sittings than this are a slip: two years of daily office hours are fewer. */
const MOST_SITTINGS = 750;
const MOST_SEATS = 200;

/** All that is wrong with a desk's plan; empty when it can be kept. */
export function faultsOfPlan(
	plan: DeskPlan,
	conference: ConferenceHours,
	zone: string,
): PlanFault[] {
	const faults: PlanFault[] = plan.name.trim() ? [] : [{ code: 'name-missing' }];
	for (const series of plan.series) {
		const code = faultOfSeries(series);
		if (code) faults.push({ code, series: series.id });
	}
	if (faults.length) return faults;
	const sittings = sittingsOfPlan(plan, conference);
	if (sittings.length > MOST_SITTINGS) return [{ code: 'too-many-dates' }];
	return sittings.flatMap((sitting, index): PlanFault[] => {
		const code = faultOfSitting(sitting, zone) ?? faultBeside(sitting, sittings[index - 1]);
		return code ? [{ code, series: sitting.series }] : [];
	});
}

/** Hours that follow the conference are the conference's own business, also where they are short. */
function faultOfSitting(sitting: PlannedSitting, zone: string): HoursFaultCode | null {
	const code = faultOfHours(sitting, sitting.division, zone);
	return code === 'slot-longer-than-stretch' ? null : code;
}

const faultBeside = (sitting: PlannedSitting, before?: PlannedSitting): HoursFaultCode | null =>
	before?.date === sitting.date && overlaps(before, sitting) ? 'overlaps-another' : null;

function faultOfSeries({
	when,
	breaks,
	division,
	seats,
	places,
}: SeriesPlan): PlanFaultCode | null {
	if (division && !isDivision(division)) return 'division-wrong';
	if (!Number.isInteger(seats) || seats < 1 || seats > MOST_SEATS) return 'seats-wrong';
	if (new Set(places.map(({ kind }) => kind)).size < places.length) return 'place-twice';
	if (!places.every(isWhole)) return 'place-incomplete';
	if (breaks.some(({ start, end }) => start >= end)) return 'end-before-start';
	if (when.kind === 'conference') return null;
	if (when.end > DAY_MINUTES) return 'over-midnight';
	if (when.end <= when.start) return 'end-before-start';
	if (when.kind === 'once') return isLocalDate(when.date) ? null : 'no-such-date';
	if (![when.from, when.until, ...when.except].every(isLocalDate)) return 'no-such-date';
	const isRule =
		when.weekdays.length > 0 &&
		when.weekdays.every((day) => Number.isInteger(day) && day >= 1 && day <= 7) &&
		Number.isInteger(when.everyWeeks) &&
		when.everyWeeks >= 1 &&
		when.until >= when.from;
	return isRule ? null : 'weekly-wrong';
}

const between = (value: number, least: number, most: number): boolean =>
	Number.isInteger(value) && value >= least && value <= most;

/** Whether lengths and gaps are what a conference may have. */
export const isDivision = ({ slotMinutes, gapMinutes, longGap }: Division): boolean =>
	between(slotMinutes, SHORTEST_SLOT, LONGEST_SLOT) &&
	between(gapMinutes, 0, LONGEST_GAP) &&
	(!longGap || (between(longGap.every, 2, 50) && between(longGap.minutes, 0, LONGEST_GAP)));

function isWhole(place: PlannedPlace): boolean {
	if (place.kind === 'room') return place.room.trim() !== '';
	if (place.kind === 'telephone') return /\d{3}/.test(place.number);
	return place.link === null || isWebLink(place.link);
}
