import type { NamedSubstitute } from '../core/desks/named-substitutes';
import type { AnswerValue, BookingQuestionKind } from '../core/questions/booking-question';
import type { SeatState } from '../core/snapshot/seat-state';
import type { LocalDate } from '../core/time/local-of';

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

/** A slot with its state (whether one more family could sit down) and whoever sits there. */
export interface FloorSlot {
	readonly id: string;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	/** Families that it holds. */
	readonly seats: number;
	readonly state: SeatState;
	readonly seated: readonly Seated[];
}

export interface FloorDesk {
	readonly id: string;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
	readonly substitutes: readonly NamedSubstitute[];
	/** Names of the places where it sits, in order of time. */
	readonly places: readonly string[];
	readonly slots: readonly FloorSlot[];
}

export interface Floor {
	readonly dates: readonly LocalDate[];
	readonly desks: readonly FloorDesk[];
}
