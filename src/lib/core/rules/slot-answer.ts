import { seatState, type ClaimsByThing } from '../snapshot/seat-state';
import type { ConferenceSnapshot, Desk, Interpreter, Place, Slot } from '../snapshot/snapshot';
import { firstRefusal, type Answer } from './answer';
import { isInTime, type Booker } from './booking-window';
import { interpretersFree } from './interpreters';
import { choosePlace, type PlaceNeeds } from './places';
import { wholeStretch } from '../snapshot/slots-in-a-row';

/** What a family needs wherever it is received. */
export interface FamilyNeeds {
	readonly stepFree: boolean;
	/** The language for which an interpreter is needed. */
	readonly interpreter: string | null;
}

/** What decides about slots by themselves, whatever else the family has or wants. */
export interface SlotFacts {
	readonly conference: ConferenceSnapshot['conference'];
	readonly places: ReadonlyMap<string, Place>;
	readonly interpreters: readonly Interpreter[];
	readonly claims: ClaimsByThing;
	/** Slots that are taken for this family alone, so that it is kept apart from another one. */
	readonly closed: ReadonlySet<string>;
	readonly needs: FamilyNeeds;
	readonly booker: Booker;
	readonly now: number;
}

/** Whether the family could be received in these slots in a row: time, seats, place, interpreter. */
export const slotAnswer = (
	slots: readonly Slot[],
	desk: Desk,
	facts: SlotFacts,
	mode?: PlaceNeeds['mode'],
): Answer =>
	firstRefusal(
		() => isInTime(facts.conference, slots[0]!, facts.booker, facts.now),
		() => hasFreeSeat(slots, desk, facts),
		() => hasFittingPlace(slots, facts, mode),
		() => hasInterpreter(slots, facts),
	);

const hasFreeSeat = (
	slots: readonly Slot[],
	desk: Desk,
	{ claims, closed, now }: SlotFacts,
): Answer =>
	slots.every((slot) => seatState(slot, desk, claims, now) === 'free' && !closed.has(slot.id))
		? 'yes'
		: { code: 'taken' };

/** The places of a slot, as a family may choose among them. */
export const placesOf = (
	{ places }: Pick<Slot, 'places'>,
	known: ReadonlyMap<string, Place>,
): Place[] => places.flatMap((id) => known.get(id) ?? []);

function hasFittingPlace(
	[first]: readonly Slot[],
	{ places, needs }: SlotFacts,
	mode: PlaceNeeds['mode'],
): Answer {
	const choice = choosePlace(placesOf(first!, places), {
		stepFree: needs.stepFree,
		mode,
	});
	return 'refusal' in choice ? choice.refusal : 'yes';
}

function hasInterpreter(
	slots: readonly Slot[],
	{ interpreters, needs, claims }: SlotFacts,
): Answer {
	const { interpreter: language } = needs;
	if (language === null) return 'yes';
	const free = interpretersFree(interpreters, language, wholeStretch(slots), { claims });
	return free.length ? 'yes' : { code: 'no-interpreter', language };
}
