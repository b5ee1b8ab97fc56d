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

/** Makes a meeting a long talk, or a usual one again; `null`: there is no choice, or it is met. */
export function playLength(
	tried: Tried,
	wish: string,
	{ isLong, facts }: { readonly isLong: boolean; readonly facts: TrialFacts },
): Tried | null {
	const known = asTried(facts, tried).wishes.find(({ id }) => id === wish);
	if (!known || known.placed || known.longLength === null) return null;
	return { ...tried, lengths: { ...tried.lengths, [wish]: isLong ? known.longLength : 1 } };
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
