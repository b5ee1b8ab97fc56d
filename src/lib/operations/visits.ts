import { z, type ZodMiniType } from 'zod/mini';
import type { GivenAnswer } from '../core/questions/booking-question';
import type { WantedAppointment } from '../core/visits/wanted-appointment';
import { change, reasons, type WhoseVisit } from './change';
import { answersWanted, givenAnswers, type AnswersWanted } from './questions';
import { id, instant, key } from './shapes';
import { emailOrNone, needed } from './typed-text';
import {
	conflicts,
	heldVisit,
	wantedAppointment,
	type Conflicts,
	type HeldVisit,
} from './visit-shapes';

/** What families, and the office for them, ask for about their visits. */

export interface VisitRequest extends WhoseVisit {
	readonly key: string;
	readonly appointments: readonly WantedAppointment[];
	/** What the family says to what it is asked; missing: nothing. */
	readonly answers?: readonly GivenAnswer[] | undefined;
}

const whose = { conferenceId: id, familyId: id };
const ofFamily = ({ familyId }: WhoseVisit) => ({ family: familyId });
const finishes = (whose: WhoseVisit) => whose;
const visit: ZodMiniType<VisitRequest> = z.object({
	...whose,
	key,
	appointments: z.array(wantedAppointment).check(z.maxLength(40)),
	answers: z.optional(givenAnswers),
});

/** The ids of the appointments that were made, or that moved, and the act to take back; `null`: nothing changed. */
export interface MadeVisit {
	readonly appointments: readonly string[];
	readonly act: string | null;
}
const made: ZodMiniType<MadeVisit> = z.object({ appointments: z.array(id), act: z.nullable(id) });
const unknownOrConflicts: ZodMiniType<Conflicts | { readonly reason: 'unknown' }> = z.union([
	conflicts,
	reasons('unknown'),
]);
const conflictsOrAnswers: ZodMiniType<Conflicts | AnswersWanted> = z.union([
	conflicts,
	answersWanted,
]);

/** Books appointments beside those that the family has: all of them or none. */
export const visitBook = change({
	name: 'visit.book',
	may: 'visit.book',
	about: ofFamily,
	input: visit,
	done: made,
	refusal: conflictsOrAnswers,
	leaves: ['visit.booked'],
	keyed: true,
	finishes,
	undoneBy: 'visit.undo',
});

/** Makes the family's visit the one that is wanted, in one step. */
export const visitChange = change({
	name: 'visit.change',
	may: 'visit.book',
	about: ofFamily,
	input: visit,
	done: made,
	refusal: conflictsOrAnswers,
	leaves: ['visit.changed'],
	keyed: true,
	finishes,
	undoneBy: 'visit.undo',
});

/** Cancels some of the family's appointments; what is cancelled already stays so. */
export const visitCancel = change({
	name: 'visit.cancel',
	may: 'visit.book',
	about: ofFamily,
	input: z.object({ ...whose, key, cancel: z.array(id).check(z.maxLength(40)) }) as ZodMiniType<
		WhoseVisit & { readonly key: string; readonly cancel: readonly string[] }
	>,
	done: made,
	refusal: unknownOrConflicts,
	leaves: ['visit.cancelled'],
	keyed: true,
	finishes,
	undoneBy: 'visit.undo',
});

export interface SwapRequest {
	readonly conferenceId: string;
	/** Ids of the two appointments, of one family or of two. */
	readonly one: string;
	readonly other: string;
	readonly key: string;
}

/** Swaps the times of two appointments: both visits stay as sound as they are, or nothing is changed. */
export const appointmentsSwap = change({
	name: 'appointments.swap',
	// Over families: for the office alone.
	may: 'floor.act',
	input: z.object({
		conferenceId: id,
		one: id,
		other: id,
		key,
	}) as ZodMiniType<SwapRequest>,
	done: made,
	refusal: unknownOrConflicts,
	leaves: ['visits.swapped'],
	keyed: true,
	undoneBy: 'visit.undo',
});

/**
 * Takes back an act on a visit: its appointments become just what they were. Families take back their own
 * last act, for a short while.
 */
export const visitUndo = change({
	name: 'visit.undo',
	may: 'visit.undo',
	// Whose visit it was is known when it stands still.
	about: () => 'any',
	input: z.object({ act: id }),
	done: z.object({ act: id }),
	/**
	 * `newer`: something has happened to the appointments since; `taken`: their places are gone;
	 * `not-allowed`: a rule is against them now, another appointment for the same wish, say; `too-late`: the
	 * while in which a family can take it back is over.
	 */
	refusal: reasons('unknown', 'undone-before', 'newer', 'taken', 'not-allowed', 'too-late'),
	leaves: ['visit.undone'],
	undoneBy: 'visit.undo',
});

/** The longest word to a family with a yes or a no, in characters. */
export const LONGEST_ANSWER_WORDS = 300;

/** Accepts or declines an appointment that a family asked for. */
export const appointmentAnswer = change({
	name: 'appointment.answer',
	may: 'visit.answer',
	// Of a teacher it depends on who receives there on that date, which is asked when it stands still.
	about: () => 'any',
	input: z.object({
		appointment: id,
		accept: z.boolean(),
		/** What the family reads with it; missing: nothing. */
		words: z.optional(z.string().check(z.trim(), z.maxLength(LONGEST_ANSWER_WORDS))),
		key,
	}),
	done: z.object({ act: id }),
	/** `settled`: it was answered, or cancelled, before. */
	refusal: reasons('unknown', 'settled'),
	leaves: ['appointment.accepted', 'appointment.declined'],
	keyed: true,
	undoneBy: 'visit.undo',
});

export interface HoldRequest extends VisitRequest {
	/** Ids of appointments in whose place the held ones would come. */
	readonly replaces?: readonly string[] | undefined;
}

/** What is kept, until when. */
const held: ZodMiniType<{ readonly hold: HeldVisit }> = z.object({ hold: heldVisit });

/** Keeps a whole visit for a family while it finishes. */
export const holdMake = change({
	name: 'hold.make',
	may: 'visit.book',
	about: ofFamily,
	input: z.object({
		...whose,
		key,
		appointments: z.array(wantedAppointment).check(z.minLength(1), z.maxLength(40)),
		replaces: z.optional(z.array(id).check(z.maxLength(40))),
	}) as ZodMiniType<HoldRequest>,
	done: held,
	refusal: conflicts,
	leaves: ['hold.made'],
	keyed: true,
	finishes,
});

/** Gives back what is held or offered: one hold by its id, or the one held while finishing. */
export const holdGiveBack = change({
	name: 'hold.give-back',
	may: 'visit.book',
	about: ofFamily,
	input: z.object({ ...whose, hold: z.optional(id) }) as ZodMiniType<
		WhoseVisit & { readonly hold?: string | undefined }
	>,
	refusal: reasons('unknown'),
	leaves: ['hold.given-back', 'offer.declined'],
	finishes,
});

/** Slots of which a family may take one, until an instant. */
export interface OfferRequest extends WhoseVisit {
	readonly key: string;
	readonly alternatives: readonly WantedAppointment[];
	readonly until: number;
	/** Of a teacher who offers: only at the own desks. */
	readonly person?: string | undefined;
}

/** Keeps a few particular slots for one family, each of which would fit its visit. */
export const offerMake = change({
	name: 'offer.make',
	may: 'offer.make',
	about: ({ person }: OfferRequest) => ({ person }),
	input: z.object({
		...whose,
		key,
		alternatives: z.array(wantedAppointment).check(z.minLength(1), z.maxLength(10)),
		until: instant,
		person: z.optional(id),
	}) as ZodMiniType<OfferRequest>,
	done: held,
	refusal: conflicts,
	leaves: ['offer.made'],
	keyed: true,
});

const wishOfFamily = z.object({ ...whose, wish: id });

/** Chooses a long talk where a desk has them, or the usual one again. */
export const wishLengthen = change({
	name: 'wish.lengthen',
	may: 'visit.book',
	about: ofFamily,
	input: z.object({ ...whose, wish: id, isLong: z.boolean() }),
	/** `booked`: the meeting is arranged already, as it was. */
	refusal: reasons('unknown', 'booked'),
	leaves: ['wish.lengthened'],
});

/** Lets a family meet somebody who is none of its children's teachers: the office says so. */
export const wishAdd = change({
	name: 'wish.add',
	may: 'floor.act',
	input: z.object({ ...whose, student: id, desk: id }),
	done: z.object({ wish: id }),
	/** `wished`: they are to meet already. */
	refusal: reasons('unknown', 'wished'),
	leaves: ['wish.added'],
});

/** Takes a meeting that the office added off again, with what waits or is offered for it. */
export const wishRemove = change({
	name: 'wish.remove',
	may: 'floor.act',
	input: wishOfFamily,
	/** `booked`: it is arranged. */
	refusal: reasons('unknown', 'booked'),
	leaves: ['wish.removed'],
});

/** Puts a family's wish on the waiting list; a second time changes nothing. */
export const waitingJoin = change({
	name: 'waiting.join',
	may: 'visit.book',
	about: ofFamily,
	input: wishOfFamily,
	done: z.object({ id }),
	refusal: reasons('unknown'),
	leaves: ['waiting.joined'],
});

/** Takes a family's wish off the list, with what is offered for it. */
export const waitingLeave = change({
	name: 'waiting.leave',
	may: 'visit.book',
	about: ofFamily,
	input: wishOfFamily,
	refusal: reasons('unknown'),
	leaves: ['waiting.left'],
});

/** Asks somebody along to one appointment. */
export const guestAsk = change({
	name: 'guest.ask',
	may: 'guest.ask',
	// Whose appointment it is stands with the appointment.
	about: () => 'any',
	input: z.object({
		appointment: id,
		name: needed(120, 'guest_name_missing'),
		/** Empty: the family passes the link on itself. */
		email: emailOrNone,
	}),
	done: z.object({ id, link: z.string() }),
	refusal: reasons('unknown'),
	leaves: ['guest.asked'],
});

/** Takes an invitation of somebody asked along back. */
export const guestWithdraw = change({
	name: 'guest.withdraw',
	may: 'guest.ask',
	about: () => 'any',
	input: z.object({ guest: id }),
	refusal: reasons('unknown'),
	leaves: ['guest.withdrawn'],
});
