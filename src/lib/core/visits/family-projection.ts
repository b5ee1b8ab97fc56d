import type { Mode } from '../ways-to-meet';
import type { NamedSubstitute } from '../desks/named-substitutes';
import { modeOf } from '../rules/places';
import { MINUTE, type LocalDate } from '../time/local-of';
import type { FixedAppointment, FreeSlot, VisitProblem } from '../planner/visit-problem';
import type { Refusal, RefusalCode } from '../rules/answer';
import { familyRow, hasInterpreter } from './family-row';
import type { KeptAppointment } from './wanted-appointment';
import type { BookingQuestion, GivenAnswer } from '../questions/booking-question';
import type { Phase } from '../conferences/phase';
import type { ConferenceFacts, Place } from '../snapshot/snapshot';
import type { Travel } from '../snapshot/turn';

/**
 * What one family's browser may know of a conference: its own children, wishes and appointments, and
 * of all others only that a slot is taken. Instants are milliseconds.
 */
export interface FamilyProjection {
	readonly conference: Pick<
		ConferenceFacts,
		| 'id'
		| 'address'
		| 'name'
		| 'words'
		| 'limitNote'
		| 'timeZone'
		| 'pauseMinutes'
		| 'opensAt'
		| 'closesAt'
		| 'pauseWords'
	>;
	readonly phase: Phase;
	/** Why nothing can be booked or changed now, or `null`. */
	readonly notBookable: Refusal | null;
	readonly family: string;
	readonly students: readonly FamilyStudent[];
	/** The family's own adults who can come. */
	readonly adults: readonly { readonly id: string; readonly name: string }[];
	/** The family needs an interpreter, who is found with the slots. */
	readonly interpreted: boolean;
	readonly limits: FamilyLimits;
	readonly desks: readonly FamilyDesk[];
	/** A telephone has its number only where the family is booked to use it. */
	readonly places: readonly (Place & { readonly key: string })[];
	readonly travel: readonly Travel[];
	readonly dates: readonly LocalDate[];
	readonly wishes: readonly ShownWish[];
	readonly slots: readonly FamilySlot[];
	readonly appointments: readonly ShownAppointment[];
	/** What is kept for the family: while it finishes, because it was offered, or because it waits. */
	readonly holds: readonly FamilyHold[];
	/** Ids of wishes for which the family is on the waiting list. */
	readonly waiting: readonly string[];
	/** What it is asked when it books, as far as it could book there, in order. */
	readonly questions: readonly BookingQuestion[];
	/** What it has said to that. */
	readonly answers: readonly GivenAnswer[];
	/** What it asked the school about meetings that it cannot book, the newest first. */
	readonly enquiries: readonly FamilyEnquiry[];
}

/** What a family asked the school. */
export interface FamilyEnquiry {
	readonly id: string;
	readonly wish: string;
	readonly askedAt: number;
	/** `null` until the school has answered. */
	readonly answer: string | null;
}

/** How much the family may still book. `null`: as much as it likes. */
export interface FamilyLimits {
	readonly family: number | null;
	readonly perStudent: Readonly<Record<string, number>>;
	/** By desk and date: `desk/2026-12-03`. */
	readonly perDeskDay: Readonly<Record<string, number>>;
	readonly oncePerDesk: boolean;
}

export interface FamilyHold {
	readonly id: string;
	readonly kind: 'hold' | 'offer' | 'waiting';
	readonly until: number;
	readonly keeps: readonly KeptAppointment[];
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
	/** What it says to families; empty: nothing. */
	readonly words: string;
	/** Where the picture of whoever receives is, behind `/picture/`; `null`: there is none. */
	readonly picture: string | null;
	/** Who stands in there, and for whom. */
	readonly substitutes: readonly NamedSubstitute[];
	/** What a family books there is asked for, until somebody accepts. */
	readonly asksFirst: boolean;
}

export interface ShownWish {
	readonly id: string;
	readonly student: string;
	readonly desks: readonly string[];
	/** Those of the desks at which an appointment about the student may still be made. */
	readonly openDesks: readonly string[];
	readonly weight: number;
	readonly must: boolean;
	/** Who would like them to meet; of a class's teacher, the family. */
	readonly askedBy: 'family' | 'teacher' | 'office';
	/** Why they would like to meet; empty when nobody says. */
	readonly words: string;
	/** Offered, but not asked for until the family ticks it. */
	readonly optional: boolean;
	/** How many slots in a row the meeting takes. */
	readonly length: number;
	/** How many the family may choose instead of the usual ones; `null`: there is no choice. */
	readonly longLength: number | null;
	/** Already served by one of the family's appointments. */
	readonly placed: boolean;
}

export interface FamilySlot {
	readonly id: string;
	readonly desk: string;
	/** The usual one of its places, or the first at which this family can be received. */
	readonly place: string;
	/** All places at which it can be received; empty when there is none. */
	readonly places: readonly string[];
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly free: boolean;
	/** Why it is not free for this family. */
	readonly why: RefusalCode | null;
	/** The slot after it in the same sitting. */
	readonly next: string | null;
	/** Who could interpret then, by numbers that mean nothing outside this projection. */
	readonly interpreters: readonly number[];
	/** By how many minutes the slot lengthens an interpreter's day. */
	readonly away: number;
	/** Who has to receive there, by numbers that mean nothing outside this projection. */
	readonly receivers: readonly number[];
}

export interface ShownAppointment {
	readonly id: string;
	/** Rises with every change of the appointment and of its desk. */
	readonly revision: number;
	readonly desk: string;
	readonly place: string;
	/** The door of a video appointment. */
	readonly link: string | null;
	/** Asked for, until somebody accepts; or booked. */
	readonly standing: 'asked' | 'booked';
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly students: readonly string[];
	readonly adults: readonly string[];
	/** Students who come along. */
	readonly along: readonly string[];
	/** Others whom the family asked along. */
	readonly guests: readonly { readonly id: string; readonly name: string }[];
	/** Other families that come at the same time, where those of a group see one another. */
	readonly alsoThere: readonly string[];
	/** The name of whoever interprets; `null`: nobody does. */
	readonly interpreter: string | null;
	/** The adult of the family who booked or moved it last, as far as that is known. */
	readonly setBy: string | null;
	/** Until when the family may move or cancel it itself. */
	readonly changeableUntil: number;
	/** The slots that it takes, and the wishes that it serves. */
	readonly slots: readonly string[];
	readonly wishes: readonly string[];
}

/** What the family says before a visit is planned. Windows in milliseconds; missing means any time. */
export interface VisitChoice {
	readonly wishes: readonly string[];
	readonly windows?: readonly (readonly [start: number, end: number])[];
	/** How it would meet; missing: whichever is offered. */
	readonly modes?: readonly Mode[];
	/** Two adults may divide the appointments. */
	readonly split?: boolean;
}

/** Whether the family's adults can divide at all: two of them, who need no interpreter. */
export const canDivide = ({ adults, interpreted }: FamilyProjection): boolean =>
	adults.length === 2 && !interpreted;

/** The planner's problem, in minutes since 1970. What the family has booked already is fixed. */
export function familyVisitProblem(view: FamilyProjection, choice: VisitChoice): VisitProblem {
	const key = new Map(view.places.map((place) => [place.id, place.key]));
	const wishes = view.wishes.filter(({ id, placed }) => !placed && choice.wishes.includes(id));
	const { family, perStudent, perDeskDay, oncePerDesk } = view.limits;
	return {
		wishes: wishes.map(({ id, openDesks, weight, must, student, length }) => ({
			id,
			desks: openDesks,
			weight,
			must,
			student,
			length,
		})),
		slots: [...new Set(wishes.map(({ length }) => length))].flatMap((length) =>
			slotsOfLength(view, length, choice.modes),
		),
		travel: view.travel,
		pause: view.conference.pauseMinutes,
		windows: choice.windows
			? choice.windows.map(([start, end]) => [start / MINUTE, end / MINUTE] as const)
			: undefined,
		fixed: view.appointments.map(({ place, date, start, end, adults }): FixedAppointment => {
			const who = ([0, 1] as const).filter((one) => adults.includes(view.adults[one]?.id ?? ''));
			return {
				place: key.get(place)!,
				date: view.dates.indexOf(date),
				start: start / MINUTE,
				end: end / MINUTE,
				adults: who.length ? who : undefined,
			};
		}),
		limits: {
			family: family ?? undefined,
			perStudent: Object.keys(perStudent).length ? perStudent : undefined,
			perDeskDay: Object.keys(perDeskDay).length
				? Object.fromEntries(
						Object.entries(perDeskDay).map(([deskDay, left]) => {
							const [desk, date] = deskDay.split('/') as [string, LocalDate];
							return [`${desk}/${view.dates.indexOf(date)}`, left];
						}),
					)
				: undefined,
			oncePerDesk: oncePerDesk && mayMeetTwice(wishes),
		},
	};
}

/** Whether two wishes about one student could be met at one desk. */
const mayMeetTwice = (wishes: readonly ShownWish[]): boolean =>
	wishes.some((one, index) =>
		wishes
			.slice(0, index)
			.some(
				(other) =>
					other.student === one.student && other.desks.some((desk) => one.desks.includes(desk)),
			),
	);

/** Free slots, or so many in a row of them, at each of the places where the family can be received. */
function slotsOfLength(
	view: FamilyProjection,
	length: number,
	modes: VisitChoice['modes'],
): FreeSlot[] {
	const places = new Map(view.places.map((place) => [place.id, place]));
	const slots = new Map(view.slots.map((slot) => [slot.id, slot]));
	return view.slots.flatMap((first) => {
		const row = familyRow(slots, first, length);
		if (!row?.every(({ free }) => free) || !hasInterpreter(view, row)) return [];
		const seen = new Set<string>();
		return first.places.flatMap((id): FreeSlot[] => {
			const place = places.get(id);
			if (!place || seen.has(place.key)) return [];
			const mode = modeOf(place);
			if (modes && !modes.includes(mode)) return [];
			seen.add(place.key);
			return [
				{
					id: first.id,
					desk: first.desk,
					place: place.key,
					mode,
					length,
					date: view.dates.indexOf(first.date),
					start: first.start / MINUTE,
					end: row.at(-1)!.end / MINUTE,
					away: Math.max(...row.map(({ away }) => away)),
					things: first.receivers.map(String),
				},
			];
		});
	});
}
