import type { FamilyProjection } from '$lib/core/visits/family-projection';
import { groupBy } from '$lib/core/group-by';
import { MINUTE } from '$lib/core/time/local-time';
import type { SuggestionName } from '$lib/core/planner/suggest-visits';
import type { UnplacedReason } from '$lib/core/planner/why-unplaced';
import { m } from '$lib/paraglide/messages';
import { momentText, timeText } from '../parts/format/when';
import type { RefusalCode } from '$lib/core/rules/answer';
import type { RibbonEntry } from './ribbon-entry';

/** The sentences about a visit, made from core's codes and facts. */

export const placeText = (kind: string, name: string): string => {
	if (kind === 'video') return m.place_video();
	if (kind !== 'telephone') return name;
	return name ? m.place_telephone_number({ number: name }) : m.place_telephone();
};

export function durationText(minutes: number): string {
	if (minutes < 100) return m.minutes({ minutes });
	return m.hours_minutes({ hours: Math.floor(minutes / 60), minutes: minutes % 60 });
}

/** `Five teachers, one visit of 70 minutes` */
export function visitHeadline(entries: readonly RibbonEntry[]): string {
	const days = [...groupBy(entries, ({ date }) => date).values()];
	const minutes = days.reduce(
		(sum, day) => sum + Math.round((day.at(-1)!.end - day[0]!.start) / MINUTE),
		0,
	);
	const duration = durationText(minutes);
	const count = new Set(entries.map(({ desk }) => desk)).size;
	return days.length === 1
		? m.visit_headline({ count, duration })
		: m.visit_headline_dates({ count, visits: days.length, duration });
}

export function suggestionText(name: SuggestionName): string {
	switch (name) {
		case 'shortest':
			return m.suggestion_shortest();
		case 'earliest':
			return m.suggestion_earliest();
		case 'roomy':
			return m.suggestion_roomy();
		case 'other-date':
			return m.suggestion_other_date();
		case 'divided':
			return m.suggestion_divided();
		case 'another':
			return m.suggestion_another();
	}
}

export function unplacedText(subject: string, reason: UnplacedReason): string {
	switch (reason) {
		case 'desk-full':
			return m.unplaced_full({ subject });
		case 'outside-windows':
			return m.unplaced_outside({ subject });
		case 'collides-with-fixed':
			return m.unplaced_fixed({ subject });
		case 'collides-with-others':
			return m.unplaced_others({ subject });
	}
}

/** Why one of the wanted appointments could not be booked. */
export function conflictText(
	entry: RibbonEntry | undefined,
	code: RefusalCode,
	zone: string,
): string {
	if (!entry) return m.conflict_unknown();
	const facts = { time: timeText(entry.start, zone), desk: entry.desk };
	switch (code) {
		case 'taken':
			return m.conflict_taken(facts);
		case 'already-arranged':
			return m.conflict_already(facts);
		case 'past':
		case 'too-late':
		case 'too-far-ahead':
			return m.conflict_past(facts);
		case 'overlaps-own':
		case 'turn-too-short':
		case 'student-elsewhere':
			return m.conflict_own(facts);
		case 'student-limit':
		case 'family-limit':
		case 'desk-day-limit':
			return m.conflict_limit(facts);
		case 'too-short':
		case 'mode-not-offered':
		case 'not-step-free':
		case 'no-interpreter':
			return m.conflict_unfit(facts);
		case 'not-published':
		case 'paused':
		case 'not-open-yet':
		case 'closed':
		case 'no-wish-for-this-desk':
		case 'not-of-the-family':
		case 'nobody-comes':
			return m.conflict_closed();
	}
}

/** Why the family can book nothing now. */
export function notBookableText({ notBookable, conference }: FamilyProjection): string {
	const { timeZone } = conference;
	switch (notBookable?.code) {
		case 'not-open-yet':
			return m.closed_not_yet({ moment: momentText(notBookable.opensAt, timeZone) });
		case 'closed':
			return m.closed_since({ moment: momentText(notBookable.closesAt, timeZone) });
		case 'paused':
			return m.closed_paused();
		default:
			return m.closed_not_published();
	}
}
