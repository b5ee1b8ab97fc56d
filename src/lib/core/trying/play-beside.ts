import { isSameAsked, type GivenAnswer } from '../questions/booking-question';
import type { FamilyEnquiry } from '../visits/family-projection';
import type { TrialFacts } from './trial-facts';
import { asTried, type Tried, type TriedGuest } from './tried';

/** Keeps what was said; a later word goes before an earlier one. */
export const keepAnswers = (tried: Tried, said: readonly GivenAnswer[]): Tried => ({
	...tried,
	answers: [
		...tried.answers.filter((answer) => !said.some((one) => isSameAsked(one, answer))),
		...said,
	],
});

/** Puts a wish on the waiting list, or takes it off; `null`: it is met. */
export function playWaiting(
	tried: Tried,
	wish: string,
	{ waits, facts }: { readonly waits: boolean; readonly facts: TrialFacts },
): Tried | null {
	const isMet = asTried(facts, tried).wishes.some(({ id, placed }) => placed && id === wish);
	return isMet ? null : { ...tried, waits: { ...tried.waits, [wish]: waits } };
}

/** Declines what was offered. */
export const playGiveBack = (tried: Tried, hold: string): Tried => ({
	...tried,
	givenBack: [...tried.givenBack, hold],
});

/** Asks the school; it does not answer while a page is tried. */
export const playEnquiry = (tried: Tried, enquiry: Omit<FamilyEnquiry, 'answer'>): Tried => ({
	...tried,
	enquiries: [
		{ ...enquiry, answer: null },
		...tried.enquiries.filter(({ wish }) => wish !== enquiry.wish),
	],
});

/** Asks somebody along to an appointment. */
export const playGuest = (tried: Tried, guest: TriedGuest): Tried => ({
	...tried,
	guests: [...tried.guests, guest],
});

/** Takes the invitation of somebody asked along back. */
export const playGuestLeaves = (tried: Tried, guest: string): Tried => ({
	...tried,
	guests: tried.guests.filter(({ id }) => id !== guest),
	uninvited: [...tried.uninvited, guest],
});
