import type { UnplacedReason, UnplacedWish } from '../planner/why-unplaced';
import { familyRow, hasInterpreter } from './family-row';
import type { FamilyProjection, FamilySlot, ShownWish } from './family-projection';

/** Why a family cannot have an appointment that it wants. What few may know is `full` like any other. */
export type WhyNot =
	/** An appointment about the student stands at the desk already. */
	| 'already-arranged'
	/** The desk has no hours. */
	| 'no-hours'
	/** What has a seat left is reached by steps. */
	| 'steps'
	/** Nobody interprets while there is a seat. */
	| 'no-interpreter'
	/** There are seats, and not so many in a row. */
	| 'too-short'
	/** All of it has begun, or begins too soon. */
	| 'too-late'
	| 'too-far-ahead'
	| 'full'
	| 'outside-hours'
	| 'own-appointments'
	| 'limit'
	/** The rest of the visit leaves no time for it. */
	| 'rest-of-visit';

/** What a family can do about it. */
export type Remedy = 'other-times' | 'waiting-list' | 'fewer-teachers' | 'ask-school';

const REMEDIES: Readonly<Record<WhyNot, readonly Remedy[]>> = {
	'already-arranged': [],
	'no-hours': ['ask-school'],
	steps: ['ask-school', 'waiting-list'],
	'no-interpreter': ['ask-school', 'waiting-list'],
	'too-short': ['waiting-list', 'ask-school'],
	'too-late': ['ask-school'],
	'too-far-ahead': [],
	full: ['waiting-list', 'ask-school'],
	'outside-hours': ['other-times', 'ask-school'],
	'own-appointments': ['waiting-list', 'ask-school'],
	limit: ['fewer-teachers', 'ask-school'],
	'rest-of-visit': ['other-times', 'fewer-teachers', 'ask-school'],
};

/** What can be done about a reason, the likeliest to help first. */
export const remediesFor = (why: WhyNot): readonly Remedy[] => REMEDIES[why];

/** A wish that a visit does not meet, with the true reason. */
export interface NotMet {
	readonly wish: string;
	readonly why: WhyNot;
}

/** The true reasons for what a plan leaves out. */
export const notMet = (view: FamilyProjection, unplaced: readonly UnplacedWish[]): NotMet[] =>
	unplaced.flatMap(({ wish: id, reason }) => {
		const wish = view.wishes.find((known) => known.id === id);
		return wish ? { wish: id, why: whyNot(view, wish, reason) } : [];
	});

function whyNot(view: FamilyProjection, wish: ShownWish, reason: UnplacedReason): WhyNot {
	switch (reason) {
		case 'desk-full':
			return whyNowhere(view, wish) ?? 'full';
		case 'outside-windows':
			return 'outside-hours';
		case 'collides-with-fixed':
			return 'own-appointments';
		case 'limit':
			return 'limit';
		case 'collides-with-others':
			return 'rest-of-visit';
	}
}

/** Why a wish could be met at no time at all, whatever else the family wants; `null`: it could. */
export function whyNowhere(view: FamilyProjection, wish: ShownWish): WhyNot | null {
	if (wish.openDesks.length === 0) return 'already-arranged';
	const slots = view.slots.filter(({ desk }) => wish.openDesks.includes(desk));
	if (slots.length === 0) return 'no-hours';
	const byId = new Map(view.slots.map((slot) => [slot.id, slot]));
	const reasons = new Set(slots.map((first) => againstRow(view, byId, first, wish.length)));
	if (reasons.has(null)) return null;
	return ORDER.find((why) => reasons.has(why)) ?? 'full';
}

/** What the school can do most about comes first: a seat there is, were it not for this. */
const ORDER: readonly WhyNot[] = [
	'steps',
	'no-interpreter',
	'too-short',
	'full',
	'too-late',
	'too-far-ahead',
];

/** What is against an appointment that begins with this slot; `null`: nothing. */
function againstRow(
	view: FamilyProjection,
	byId: ReadonlyMap<string, FamilySlot>,
	first: FamilySlot,
	length: number,
): WhyNot | null {
	const own = againstSlot(first);
	if (own) return own;
	const row = familyRow(byId, first, length);
	if (!row?.every(({ free }) => free)) return 'too-short';
	return hasInterpreter(view, row) ? null : 'no-interpreter';
}

function againstSlot({ free, why, places }: FamilySlot): WhyNot | null {
	// A seat that became free meanwhile may be where the family cannot go.
	if (free) return places.length ? null : 'steps';
	switch (why) {
		case 'not-step-free':
			return 'steps';
		case 'no-interpreter':
			return 'no-interpreter';
		case 'past':
		case 'too-late':
			return 'too-late';
		case 'too-far-ahead':
			return 'too-far-ahead';
		default:
			return 'full';
	}
}
