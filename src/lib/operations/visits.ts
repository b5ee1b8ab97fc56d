import { z, type ZodMiniType } from 'zod/mini';
import type { GivenAnswer } from '../core/questions/booking-question';
import type { WantedAppointment } from '../core/visits/wanted-appointment';
import { change, reasons, type WhoseVisit } from './change';
import { answersWanted, givenAnswers, type AnswersWanted } from './questions';
import { id, key } from './shapes';
import { emailOrNone, needed } from './typed-text';
import {
	conflicts,
	held,
	made,
	unknownOrConflicts,
	wantedAppointment,
	whose,
	wishOfFamily,
	type Conflicts,
} from './visit-shapes';

/** What families, and the office for them, ask for about their visits. */

export interface VisitRequest extends WhoseVisit {
	readonly key: string;
	readonly appointments: readonly WantedAppointment[];
	/** What the family says to what it is asked; missing: nothing. */
	readonly answers?: readonly GivenAnswer[] | undefined;
}

const ofFamily = ({ familyId }: WhoseVisit) => ({ family: familyId });
const finishes = (whose: WhoseVisit) => whose;
const visit: ZodMiniType<VisitRequest> = z.object({
	...whose,
	key,
	appointments: z.array(wantedAppointment).check(z.maxLength(40)),
	answers: z.optional(givenAnswers),
});

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

export interface HoldRequest extends VisitRequest {
	/** Ids of appointments in whose place the held ones would come. */
	readonly replaces?: readonly string[] | undefined;
}

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
