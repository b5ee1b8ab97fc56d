import type { DeskRules } from '$lib/core/desks/desk-rules';
import type { Clash } from '$lib/core/clashes/find-clashes';
import type { PlannedPlace } from '$lib/core/desks/desk-plan';
import type { PlanFaultCode } from '$lib/core/desks/faults-of-plan';
import { countSlots, type Division } from '$lib/core/slots/slot-grid';
import { formatTimeOfDay } from '$lib/core/time/typed-time';
import type { Stretch } from '$lib/core/time/stretch';
import { m } from '$lib/paraglide/messages';
import { listText, localDateText, timeText } from '../parts/format/when';
import { hoursFaultText } from '../parts/forms/hours-rows';
import type { DeskProblem } from './desk-editor.svelte';

/** `16:00–19:30` */
export const stretchText = ({ start, end }: Stretch): string =>
	`${formatTimeOfDay(start)}–${formatTimeOfDay(end)}`;

/** `21 slots, 5 min left over` */
export function slotsText(stretches: readonly Stretch[], division: Division): string {
	const { slots, remainder } = countSlots(stretches, division);
	return remainder > 0
		? m.hours_count_remainder({ slots, minutes: remainder })
		: m.hours_count({ slots });
}

/** One of a desk's places, short. */
export function plannedPlaceText(place: PlannedPlace): string {
	switch (place.kind) {
		case 'room':
			return place.room;
		case 'video':
			return place.link === null ? m.place_video_fresh() : m.place_video();
		case 'telephone':
			return m.place_telephone();
	}
}

export const placesText = (places: readonly PlannedPlace[]): string =>
	places.length ? places.map(plannedPlaceText).join(' / ') : m.place_none();

export function planFaultText(code: PlanFaultCode): string {
	switch (code) {
		case 'name-missing':
			return m.desk_name_missing();
		case 'division-wrong':
			return m.division_wrong();
		case 'seats-wrong':
			return m.desk_seats_wrong();
		case 'place-twice':
			return m.desk_place_twice();
		case 'place-incomplete':
			return m.desk_place_incomplete();
		case 'weekly-wrong':
			return m.weekly_wrong();
		case 'too-many-dates':
			return m.weekly_too_many();
		default:
			return hoursFaultText(code);
	}
}

export function problemText({ faults, refusal }: DeskProblem): string {
	if (refusal === 'has-appointments') return m.desk_has_bookings();
	if (refusal === 'person-taken') return m.desk_person_taken();
	return [...new Set(faults.map(({ code }) => planFaultText(code)))].join(' ');
}

/** What a clash is about, with names. */
export function clashText(
	clash: Clash,
	names: {
		readonly desk: (id: string) => string;
		readonly person: (id: string) => string;
		readonly room: (id: string) => string;
		readonly student: (id: string) => string;
		readonly zone: string;
	},
): string {
	const desks = listText(clash.desks.map(names.desk));
	const when = m.clash_when({
		date: localDateText(clash.date, 'short'),
		from: timeText(clash.start, names.zone),
		to: timeText(clash.end, names.zone),
	});
	switch (clash.code) {
		case 'student-twice':
			return m.clash_student_twice({ student: names.student(clash.student), desks, when });
		case 'teacher-twice':
			return m.clash_teacher_twice({ person: names.person(clash.person), desks, when });
		case 'room-full':
			return m.clash_room_full({ room: names.room(clash.room), spaces: clash.spaces, desks, when });
		case 'outside-conference':
			return m.clash_outside({ desks, when });
		case 'busy-over-booked':
			return m.clash_busy({ person: names.person(clash.person), when });
		case 'not-step-free':
			return clash.isKnown
				? m.clash_steps({ room: names.room(clash.room), desks, when })
				: m.clash_steps_unknown({ room: names.room(clash.room), desks, when });
		case 'no-time-to-walk':
			return m.clash_walk({ person: names.person(clash.person), minutes: clash.minutes, when });
	}
}

/** What a desk has of its own among the rules, each in a few words. */
export function deskRulesTexts({ acceptance, perDay, longSlots }: DeskRules): string[] {
	return [
		acceptance === 'asked'
			? m.desk_has_asked()
			: acceptance === 'at-once'
				? m.desk_has_at_once()
				: '',
		perDay === null ? '' : m.desk_has_day({ count: perDay }),
		longSlots === null ? '' : m.desk_has_long(),
	].filter(Boolean);
}
