import { datesOfWeekly, type WeeklyDates } from '../repeats/recurrence';
import { inOrderOfTime, withoutBreaks, type Hours } from '../slots/hours';
import type { Division } from '../slots/slot-grid';
import type { LocalDate } from '../time/local-of';
import type { Stretch } from '../time/stretch';
import type { Minutes } from '../time/units';
import type { DeskId, PersonId } from '../ids';
import type { DeskRules } from './desk-rules';

/** What an organiser edits of a desk: who receives, and when, how long and where. */
export interface DeskPlan {
	readonly id: DeskId;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
	/** What families read about it: what it is about, what to bring. */
	readonly words: string;
	/** Whoever wants may come, also without a class. */
	readonly forAll: boolean;
	/** Families find it by themselves; otherwise by its own link alone. */
	readonly isListed: boolean;
	readonly people: readonly DeskPerson[];
	/** At a desk where any one receives: the family picks the person, instead of the least busy one. */
	readonly familyPicks: boolean;
	readonly substitutes: readonly Substitute[];
	readonly rules: DeskRules;
	/** Hours outside the conference's of which somebody has said that they are right: no clash. */
	readonly rightHours: readonly Hours[];
	readonly series: readonly SeriesPlan[];
}

/** `all`: everybody with this role must be there. `any`: one of them receives. */
export interface DeskPerson {
	readonly person: PersonId;
	readonly role: 'all' | 'any';
}

/** Somebody takes a person's place on a date; the desk stays. */
export interface Substitute {
	readonly date: LocalDate;
	readonly absent: PersonId;
	readonly person: PersonId;
}

/** Hours that are divided alike and lie at the same places. */
export interface SeriesPlan {
	readonly id: string;
	readonly when: When;
	/** Minutes after midnight, the same on each of its dates. */
	readonly breaks: readonly Stretch<Minutes>[];
	/** `null`: as the conference is divided. */
	readonly division: Division | null;
	/** Families that one slot holds: 1, or more for a group. A pool has a seat for each person besides. */
	readonly seats: number;
	/** What a family may choose from, the usual one first; at most one of each kind. */
	readonly places: readonly PlannedPlace[];
}

export type When =
	/** The conference's own hours: on one date, or on all but some. */
	| {
			readonly kind: 'conference';
			readonly only: LocalDate | null;
			readonly except: readonly LocalDate[];
	  }
	| ({ readonly kind: 'once' } & Hours)
	| ({ readonly kind: 'weekly' } & WeeklyHours);

/** The same hours every week, or every few weeks. */
export interface WeeklyHours extends WeeklyDates, Stretch<Minutes> {}

/** Where: a room; a standing link, or (`null`) a fresh one for each appointment; a telephone. */
export type PlannedPlace =
	| { readonly kind: 'room'; readonly room: string; readonly building: string }
	| { readonly kind: 'video'; readonly link: string | null }
	| { readonly kind: 'telephone'; readonly number: string; readonly pin: string };

/** The hours of the conference as a whole, and how they are divided unless a desk says otherwise. */
export interface ConferenceHours {
	readonly hours: readonly Hours[];
	readonly weekly: readonly WeeklyHours[];
	readonly division: Division;
}

/** An unbroken stretch of a desk's time on one date. */
export interface PlannedSitting extends Hours {
	readonly series: string;
	readonly division: Division;
	readonly seats: number;
	readonly places: readonly PlannedPlace[];
}

/** All stretches of the conference, in order of time. */
export function stretchesOf({ hours, weekly }: Pick<ConferenceHours, 'hours' | 'weekly'>): Hours[] {
	const repeated = weekly.flatMap((entry) =>
		datesOfWeekly(entry).map((date) => ({ date, start: entry.start, end: entry.end })),
	);
	return [...hours, ...repeated].sort(inOrderOfTime);
}

/** The dates of the conference, in order. */
export const datesOf = (conference: Pick<ConferenceHours, 'hours' | 'weekly'>): LocalDate[] => [
	...new Set(stretchesOf(conference).map(({ date }) => date)),
];

/** A series' sittings, in order of time. */
export function sittingsOfSeries(
	series: SeriesPlan,
	conference: ConferenceHours,
): PlannedSitting[] {
	const facts = {
		series: series.id,
		division: series.division ?? conference.division,
		seats: series.seats,
		places: series.places,
	};
	return withoutBreaks(hoursOf(series.when, conference), series.breaks).map(
		({ date, start, end }) => ({ date, start, end, ...facts }),
	);
}

/**
 * A desk's sittings, in order of time. Where a desk has hours of its own, what follows the conference
 * makes way for them, so that a change of the conference's hours never makes a desk sit twice.
 */
export function sittingsOfPlan(
	plan: Pick<DeskPlan, 'series'>,
	conference: ConferenceHours,
): PlannedSitting[] {
	const isFollowing = ({ when }: SeriesPlan) => when.kind === 'conference';
	const own = plan.series
		.filter((series) => !isFollowing(series))
		.flatMap((series) => sittingsOfSeries(series, conference));
	const following = plan.series
		.filter(isFollowing)
		.flatMap((series) => sittingsOfSeries(series, conference))
		.flatMap((sitting) =>
			withoutBreaks(
				[sitting],
				own.filter(({ date }) => date === sitting.date),
			),
		);
	return [...own, ...following].sort(inOrderOfTime);
}

function hoursOf(when: When, conference: ConferenceHours): Hours[] {
	switch (when.kind) {
		case 'once':
			return [when];
		case 'weekly':
			return datesOfWeekly(when).map((date) => ({ date, start: when.start, end: when.end }));
		case 'conference':
			return stretchesOf(conference).filter(({ date }) =>
				when.only === null ? !when.except.includes(date) : date === when.only,
			);
	}
}

/** A desk's first series: the conference's hours, all of them. */
export const followingSeries = (id: string, places: readonly PlannedPlace[]): SeriesPlan => ({
	id,
	places,
	breaks: [],
	division: null,
	seats: 1,
	when: { kind: 'conference', only: null, except: [] },
});
