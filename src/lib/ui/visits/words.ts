import type { FamilyDesk, FamilyProjection } from '$lib/core/visits/family-projection';
import { groupBy } from '$lib/core/group-by';
import { MINUTE } from '$lib/core/time/local-of';
import type { SuggestionName } from '$lib/core/planner/suggest-visits';
import type { WhyNot } from '$lib/core/visits/why-not';
import { m } from '$lib/paraglide/messages';
import { momentText, timeText } from '../parts/format/when';
import type { RefusalCode } from '$lib/core/rules/answer';
import type { RibbonEntry } from './ribbon-entry';
import type { WindowName } from './windows';

/** The sentences about a visit, made from core's codes and facts. */

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

/** What people call a part of a day. */
export function windowText(name: WindowName): string {
	switch (name) {
		case 'before-break':
			return m.window_before_break();
		case 'between-breaks':
			return m.window_between_breaks();
		case 'after-break':
			return m.window_after_break();
		case 'morning':
			return m.window_morning();
		case 'afternoon':
			return m.window_afternoon();
		case 'evening':
			return m.window_evening();
	}
}

/** The desk that a wish would rather have. */
export function teacherOf(
	{ wishes, desks }: Pick<FamilyProjection, 'wishes' | 'desks'>,
	wish: string,
): FamilyDesk | undefined {
	const first = wishes.find(({ id }) => id === wish)?.desks[0];
	return desks.find(({ id }) => id === first);
}

/** With whom and about whom a wish is: `Nuala Brophy, Science, for Leila`. */
export function whoText(
	view: Pick<FamilyProjection, 'wishes' | 'desks' | 'students'>,
	id: string,
): string {
	const desk = teacherOf(view, id);
	const about = view.wishes.find((known) => known.id === id)?.student;
	const student = view.students.find((known) => known.id === about)?.name ?? '';
	const teacher = desk?.name ?? '';
	return desk?.subject
		? m.whom_about({ teacher, subject: desk.subject, student })
		: m.whom_about_plain({ teacher, student });
}

/** Why an appointment cannot be had, as a sentence beside teacher and child. */
export function whyNotText(why: WhyNot, teacher: string): string {
	switch (why) {
		case 'already-arranged':
			return m.why_already_arranged();
		case 'no-hours':
			return m.why_no_hours({ teacher });
		case 'steps':
			return m.why_steps({ teacher });
		case 'no-interpreter':
			return m.why_no_interpreter({ teacher });
		case 'too-short':
			return m.why_too_short({ teacher });
		case 'too-late':
			return m.why_too_late({ teacher });
		case 'too-far-ahead':
			return m.why_too_far_ahead({ teacher });
		case 'full':
			return m.why_full({ teacher });
		case 'outside-hours':
			return m.why_outside_hours({ teacher });
		case 'own-appointments':
			return m.why_own_appointments({ teacher });
		case 'limit':
			return m.why_limit();
		case 'rest-of-visit':
			return m.why_rest_of_visit({ teacher });
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
export function notBookableText(
	{ notBookable, conference, phase }: FamilyProjection,
	telephone: string | null,
): string {
	const { timeZone } = conference;
	if (phase === 'over') return m.closed_over();
	switch (notBookable?.code) {
		case 'not-open-yet':
			return m.closed_not_yet({ moment: momentText(notBookable.opensAt, timeZone) });
		case 'closed':
			return telephone
				? m.closed_since_number({ telephone, moment: momentText(notBookable.closesAt, timeZone) })
				: m.closed_since_call({ moment: momentText(notBookable.closesAt, timeZone) });
		case 'paused':
			return conference.pauseWords || m.closed_paused();
		default:
			return m.closed_gone();
	}
}
