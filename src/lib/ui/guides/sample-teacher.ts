import type { GuideFacts } from '$lib/core/sharing/guide-facts';
import type { ConferenceHours, DeskPlan } from '$lib/core/desks/desk-plan';
import { newDesk } from '$lib/core/desks/new-desk';
import { localOf, MINUTE } from '$lib/core/time/local-of';
import type { DayLine, TeacherConference } from '$lib/operations/day';
import type { Seated } from '$lib/operations/floor';
import { m } from '$lib/paraglide/messages';

/** In which of the day's slots somebody sits; the other ones are free. */
const SEATED = [0, 1, 3, 4];
/** Where an answer is awaited, if appointments are asked for here. */
const ASKED = 4;

/** So many lines of the day are looked at. */
const LINES = 6;

/** A teacher's day with the conference's own times and nobody's families; `null` where there are no times yet. */
export function sampleTeacherDay({
	conference,
	day,
	asksFirst,
}: GuideFacts): TeacherConference | null {
	const first = day[0];
	if (!first) return null;
	return {
		id: 'guide',
		address: conference.address,
		name: conference.name,
		timeZone: conference.timeZone,
		now: first.start - 15 * MINUTE,
		desks: [{ id: 'desk', name: '', subject: first.subject }],
		away: [],
		dates: [
			{
				date: first.date,
				lines: day.slice(0, LINES).map(({ start, end }, index): DayLine => {
					const seated = seatedAt(index, asksFirst);
					return {
						slot: `slot-${index}`,
						start,
						end,
						state: seated[0]?.standing ?? 'free',
						inPlaceOf: null,
						seated,
					};
				}),
			},
		],
	};
}

function seatedAt(index: number, asksFirst: boolean): Seated[] {
	const family = SEATED.indexOf(index);
	if (family < 0) return [];
	const students = [
		m.guide_student_one(),
		m.guide_student_two(),
		m.guide_student_three(),
		m.guide_student_four(),
	];
	const adults = [
		m.guide_adult_one(),
		m.guide_adult_two(),
		m.guide_adult_three(),
		m.guide_adult_four(),
	];
	return [
		{
			appointment: `appointment-${index}`,
			slot: `slot-${index}`,
			family: `family-${index}`,
			familyLabel: '',
			standing: asksFirst && index === ASKED ? 'asked' : 'booked',
			students: [{ name: students[family]!, classLabel: '' }],
			adults: [adults[family]!],
			interpreting: null,
			stepFree: false,
			said: [],
			receiver: null,
			place: { kind: 'room', name: m.school_sample_place(), building: null, hasDoor: false },
		},
	];
}

/** A desk that sits all of that day, and the hours it takes from the conference; `null` where there are none yet. */
export function sampleDesk({
	conference,
	day,
	division,
}: GuideFacts): { readonly plan: DeskPlan; readonly hours: ConferenceHours } | null {
	const [first, last] = [day[0], day.at(-1)];
	if (!first || !last) return null;
	const minuteOf = (instant: number) => localOf(instant, conference.timeZone).minute;
	return {
		plan: newDesk(
			{
				id: 'desk',
				name: m.guide_teacher_one(),
				subject: first.subject,
				people: [],
				places: [{ kind: 'room', room: m.school_sample_place(), building: '' }],
			},
			'series',
		),
		hours: {
			hours: [{ date: first.date, start: minuteOf(first.start), end: minuteOf(last.end) }],
			weekly: [],
			division,
		},
	};
}
