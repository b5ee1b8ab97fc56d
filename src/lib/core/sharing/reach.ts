import { groupBy } from '../group-by';
import { reachedBy, type Reachable } from '../notices/reached-by';

/** How far word of a conference has come: numbers of families. All but the first add up to the first. */
export interface Reach {
	readonly families: number;
	/** Something is booked, by themselves or by the office. */
	readonly booked: number;
	/** Nothing is booked; somebody opened the private link, or typed its code. */
	readonly opened: number;
	/** A message went out, or is about to; nobody has opened the link yet. */
	readonly written: number;
	/** Can be told by e-mail, and has not been. */
	readonly untold: number;
	/** No e-mail reaches anybody of them: they need a letter or a call. */
	readonly byHand: number;
}

/** An adult of a family, and whether word has come to them. */
export interface AdultToReach extends Reachable {
	readonly family: string;
	readonly hasOpened: boolean;
	readonly isWrittenTo: boolean;
}

/** A family that should meet somebody. */
export interface FamilyToReach {
	readonly id: string;
	readonly hasBooked: boolean;
}

/** Counts each of some families once: as one that knows where any of its adults does. */
export function reachOf(
	families: readonly FamilyToReach[],
	adults: readonly AdultToReach[],
): Reach {
	const of = groupBy(adults, ({ family }) => family);
	const reach = { booked: 0, opened: 0, written: 0, untold: 0, byHand: 0 };
	for (const family of families) reach[howFar(family, of.get(family.id) ?? [])]++;
	return { families: families.length, ...reach };
}

function howFar(
	{ hasBooked }: FamilyToReach,
	adults: readonly AdultToReach[],
): Exclude<keyof Reach, 'families'> {
	if (hasBooked) return 'booked';
	if (adults.some(({ hasOpened }) => hasOpened)) return 'opened';
	if (adults.some(({ isWrittenTo }) => isWrittenTo)) return 'written';
	return adults.some((adult) => reachedBy(adult) === 'email') ? 'untold' : 'byHand';
}
