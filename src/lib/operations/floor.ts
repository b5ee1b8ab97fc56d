import { z } from 'zod/mini';
import type { NamedSubstitute } from '../core/desks/named-substitutes';
import type { AnswerValue, BookingQuestionKind } from '../core/questions/booking-question';
import type { SeatState } from '../core/snapshot/seat-state';
import type { LocalDate } from '../core/time/local-of';
import type { FamilyProjection } from '../core/visits/family-projection';
import { change, reasons } from './change';
import { question } from './question';
import { date, id, instant } from './shapes';
import { refusalCode } from './visit-shapes';

/** The floor as the office sees it: all desks of a conference against time. */

/** What a family has said, with the question. */
export interface SaidAnswer {
	readonly question: string;
	readonly kind: BookingQuestionKind;
	readonly value: AnswerValue;
}

/** A family in one of a slot's seats, for those at the school who may know. */
export interface Seated {
	readonly appointment: string;
	readonly slot: string;
	readonly family: string;
	readonly familyLabel: string;
	readonly standing: 'asked' | 'booked';
	readonly students: readonly { readonly name: string; readonly classLabel: string }[];
	readonly adults: readonly string[];
	/** The language for which the family needs an interpreter, and who interprets; `null` if it needs none. */
	readonly interpreting: { readonly language: string; readonly name: string | null } | null;
	/** The family needs a room without steps. */
	readonly stepFree: boolean;
	/** What the family has said to what it was asked. */
	readonly said: readonly SaidAnswer[];
	/** Who receives, at a desk where any one does. */
	readonly receiver: string | null;
	readonly place: {
		readonly kind: 'room' | 'video' | 'telephone';
		readonly name: string;
		readonly building: string | null;
		/** There is a video link. */
		readonly hasDoor: boolean;
	};
}

/** A slot as the board shows it. Instants in milliseconds. */
export interface FloorSlot {
	readonly id: string;
	readonly start: number;
	readonly end: number;
	/** Families that it holds, and how many sit there. */
	readonly seats: number;
	readonly taken: number;
	/** Whether one more family could sit down. */
	readonly state: SeatState;
}

export interface FloorDesk {
	readonly id: string;
	readonly number: number;
	/** Whose desk it is, and who is met there on the date. */
	readonly own: string;
	readonly name: string;
	readonly subject: string;
	readonly substitutes: readonly NamedSubstitute[];
	/** Names of the places where it sits, in order of time. */
	readonly places: readonly string[];
	readonly slots: readonly FloorSlot[];
}

/** All desks that sit on one date. */
export interface Floor {
	readonly dates: readonly { readonly date: LocalDate; readonly isOver: boolean }[];
	/** `null`: there is no slot at all. */
	readonly date: LocalDate | null;
	readonly desks: readonly FloorDesk[];
}

const candidate = z.object({
	family: id,
	label: z.string(),
	/** Whom the meeting would be about, and the adults of this household. */
	student: z.string(),
	studentId: id,
	adults: z.array(z.string()),
	/** `null`: the desk is none of the family's, and the meeting is added with it. */
	wish: z.nullable(id),
	/** Since when it waits for a place at this desk; milliseconds. */
	waitsSince: z.nullable(instant),
	/** What is against it; `null`: it fits. */
	why: z.nullable(refusalCode),
});
/** A family that would like to be received at a desk, and whether a slot would fit its visit. */
export type SeatCandidate = Readonly<z.output<typeof candidate>>;

/**
 * Families for a slot: those of the typed words, at the end also such whose children the desk's teacher does not
 * teach; or, of no words, who waits first and then who has not booked.
 */
export const seatCandidates = question({
	name: 'seat.candidates',
	may: 'floor.act',
	input: z.object({ conferenceId: id, slot: id, text: z.string().check(z.maxLength(100)) }),
	answer: z.array(candidate),
});

/** A seat with whoever sits there, and what can be done about it. Instants in milliseconds. */
export interface SeatDetail {
	readonly slot: string;
	readonly desk: string;
	/** Who is met there on the date. */
	readonly name: string;
	readonly subject: string;
	readonly substitutes: readonly NamedSubstitute[];
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly seats: number;
	readonly state: SeatState;
	/** Why somebody blocked it; `null`: nobody did. */
	readonly blockedFor: string | null;
	/** It is the last one of its desk on the date. */
	readonly isLast: boolean;
	readonly seated: readonly Seated[];
	/** The visits of those who sit there, to see what a change would do to them. */
	readonly visits: readonly FamilyProjection[];
	/** For whom it is kept, and until when. */
	readonly kept: readonly {
		readonly family: string;
		readonly label: string;
		readonly kind: 'hold' | 'offer' | 'waiting';
		readonly until: number;
	}[];
	/** Who would like to be received there, the first in order first. */
	readonly candidates: readonly SeatCandidate[];
}

const swapWith = z.object({
	appointment: id,
	slot: id,
	family: z.string(),
	student: z.string(),
});
/** An appointment with which another one could be swapped. */
export type SwapWith = Readonly<z.output<typeof swapWith>>;

/** The appointments with which one can be swapped so that both visits stay sound. */
export const seatSwaps = question({
	name: 'seat.swaps',
	may: 'floor.act',
	input: z.object({ conferenceId: id, appointment: id }),
	answer: z.array(swapWith),
});

/** Adds one more slot after a desk's last one of a date. */
export const slotAddLast = change({
	name: 'slot.add-last',
	may: 'conference.set-up',
	input: z.object({ conferenceId: id, desk: id, date }),
	done: z.object({ start: instant, act: id }),
	/** `no-hours`: the desk does not sit on that date; `overlaps`: something else lies after it. */
	refusal: reasons('no-hours', 'overlaps'),
	leaves: ['desks.changed'],
});

/** Takes a slot that was added at the end away again. */
export const slotUndoLast = change({
	name: 'slot.undo-last',
	may: 'conference.set-up',
	input: z.object({ act: id }),
	done: z.object({ act: id }),
	/** `newer`: its hours are otherwise by now; `taken`: somebody has it, or it is kept for somebody. */
	refusal: reasons('unknown', 'undone-before', 'newer', 'taken'),
	leaves: ['desks.changed'],
});
