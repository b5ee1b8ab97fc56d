import type { LocalDate } from '../core/time/local-of';
import type { WaitingEnquiry } from './enquiries';
import type { WaitingNewcomer } from './newcomers';

/** What waits for the office at a conference. Instants in milliseconds. */

/** An appointment that a family asks for. */
export interface AskedAppointment {
	readonly id: string;
	readonly family: { readonly id: string; readonly label: string };
	readonly students: readonly string[];
	readonly desk: string;
	readonly slot: string;
	readonly date: LocalDate;
	readonly start: number;
	/** When it comes back to the office without an answer. */
	readonly answerBy: number | null;
}

/** Something that is kept for a family, and soon no longer. */
export interface EndingOffer {
	readonly id: string;
	readonly family: { readonly id: string; readonly label: string };
	/** Of the waiting list, or of the school. */
	readonly kind: 'offer' | 'waiting';
	readonly until: number;
}

/** Where the rest is answered: at the desks, and in the outbox. */
export interface ToAnswerElsewhere {
	/** Hours that teachers propose, by desk. */
	readonly proposals: readonly { readonly id: string; readonly desk: string }[];
	/** Appointments outside their desk's hours, or doubled. */
	readonly toSettle: number;
	/** Messages that did not arrive. */
	readonly undelivered: number;
}

export interface ToAnswer {
	readonly newcomers: readonly WaitingNewcomer[];
	readonly enquiries: readonly WaitingEnquiry[];
	readonly asked: readonly AskedAppointment[];
	readonly offers: readonly EndingOffer[];
	readonly elsewhere: ToAnswerElsewhere;
}
