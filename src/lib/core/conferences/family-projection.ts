import { MINUTE, type LocalDate } from '../time/local-time';
import type { FixedAppointment, FreeSlot, VisitProblem } from '../visits/visit-problem';
import type { NotBookable, Phase } from './phase';
import type { ConferenceFacts, Place } from './snapshot';
import type { Travel } from '../visits/visit-problem';

/**
 * What one family's browser may know of a conference: its own children, wishes and appointments, and
 * of all others only that a slot is taken. Instants are milliseconds.
 */
export interface FamilyProjection {
	readonly conference: Pick<
		ConferenceFacts,
		'id' | 'address' | 'name' | 'words' | 'timeZone' | 'pauseMinutes' | 'opensAt' | 'closesAt'
	>;
	readonly phase: Phase;
	/** Why nothing can be booked or changed now, or `null`. */
	readonly notBookable: Exclude<NotBookable, 'past'> | null;
	readonly family: string;
	readonly students: readonly FamilyStudent[];
	readonly desks: readonly FamilyDesk[];
	readonly places: readonly (Place & { readonly key: string })[];
	readonly travel: readonly Travel[];
	readonly dates: readonly LocalDate[];
	readonly wishes: readonly FamilyWish[];
	readonly slots: readonly FamilySlot[];
	readonly appointments: readonly FamilyAppointment[];
}

export interface FamilyStudent {
	readonly id: string;
	readonly name: string;
	readonly classLabel: string;
}

export interface FamilyDesk {
	readonly id: string;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
}

export interface FamilyWish {
	readonly id: string;
	readonly student: string;
	readonly desks: readonly string[];
	readonly weight: number;
	readonly must: boolean;
	readonly askedByTeacher: boolean;
	/** Offered, but not asked for until the family ticks it. */
	readonly optional: boolean;
	/** Already served by one of the family's appointments. */
	readonly placed: boolean;
}

export interface FamilySlot {
	readonly id: string;
	readonly desk: string;
	readonly place: string;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly free: boolean;
}

export interface FamilyAppointment {
	readonly id: string;
	readonly desk: string;
	readonly place: string;
	/** The door of a video appointment. */
	readonly link: string | null;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly students: readonly string[];
}

/** What the family says before a visit is planned. Windows in milliseconds; missing means any time. */
export interface VisitChoice {
	readonly wishes: readonly string[];
	readonly windows?: readonly (readonly [start: number, end: number])[];
}

/** The planner's problem, in minutes since 1970. What the family has booked already is fixed. */
export function familyVisitProblem(view: FamilyProjection, choice: VisitChoice): VisitProblem {
	const key = new Map(view.places.map((place) => [place.id, place.key]));
	const onAxis = <T extends { place: string; date: LocalDate; start: number; end: number }>({
		place,
		date,
		start,
		end,
	}: T) => ({
		place: key.get(place)!,
		date: view.dates.indexOf(date),
		start: start / MINUTE,
		end: end / MINUTE,
	});
	return {
		wishes: view.wishes.filter(({ id, placed }) => !placed && choice.wishes.includes(id)),
		slots: view.slots
			.filter(({ free }) => free)
			.map((slot): FreeSlot => ({ id: slot.id, desk: slot.desk, ...onAxis(slot) })),
		travel: view.travel,
		pause: view.conference.pauseMinutes,
		windows: choice.windows?.map(([start, end]) => [start / MINUTE, end / MINUTE] as const),
		fixed: view.appointments.map((appointment): FixedAppointment => onAxis(appointment)),
	};
}
