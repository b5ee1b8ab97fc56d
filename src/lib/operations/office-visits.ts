import { z, type ZodMiniType } from 'zod/mini';
import type { WantedAppointment } from '../core/visits/wanted-appointment';
import { change, reasons, type WhoseVisit } from './change';
import { id, instant, key } from './shapes';
import {
	conflicts,
	held,
	made,
	unknownOrConflicts,
	wantedAppointment,
	whose,
	wishOfFamily,
} from './visit-shapes';

/** What the office, and teachers, do about families' visits; families' pages do not carry it. */

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
