import { groupBy } from '../group-by';
import type { Rules } from '../snapshot/rules';
import type { WishedMeeting } from './readiness-facts';

/** Wishes that the rules set against one another, and how many slots they ask for at the least. */
export interface Demand {
	readonly open: readonly WishedMeeting[];
	/** Slots that are wanted if there are as many as one likes. */
	readonly slots: number;
}

/**
 * What families ask for that the rules let them book: households between which rules decide are looked at
 * together. So many slots can certainly be used up, so whatever is missing of them is missing.
 */
export const demandsOf = (wishes: readonly WishedMeeting[], rules: Rules): Demand[] =>
	householdsOf(wishes, rules).map((own) => {
		const open = own.filter(({ isServed }) => !isServed);
		const chosen = bookable(own, rules);
		return { open, slots: chosen.reduce((sum, { length }) => sum + length, 0) };
	});

/** Where one appointment is enough for all households of a student, these are one party; otherwise each is. */
function householdsOf(
	wishes: readonly WishedMeeting[],
	{ households }: Rules,
): readonly (readonly WishedMeeting[])[] {
	const parties = new Map<string, WishedMeeting[]>();
	const partyOf = new Map<string, string>();
	const nameOf = (name: string): string => {
		const next = partyOf.get(name);
		return next === undefined ? name : nameOf(next);
	};
	if (households === 'together')
		for (const list of groupBy(wishes, ({ student }) => student).values())
			for (const { family } of list) {
				const [one, other] = [nameOf(list[0]!.family), nameOf(family)];
				if (one !== other) partyOf.set(other, one);
			}
	for (const wish of wishes) {
		const name = nameOf(wish.family);
		parties.set(name, [...(parties.get(name) ?? []), wish]);
	}
	return [...parties.values()];
}

/** An appointment as limits count it, at any of the desks. */
interface Counted {
	readonly wish: WishedMeeting;
	readonly desks: readonly string[];
}

/** Open wishes that can all be booked as far as the rules go, the shortest ones first. */
function bookable(own: readonly WishedMeeting[], rules: Rules): WishedMeeting[] {
	// Where a served one is met nobody says: it may be at any of its desks.
	const counted: Counted[] = own
		.filter(({ isServed }) => isServed)
		.map((wish) => ({ wish, desks: wish.desks }));
	const chosen: WishedMeeting[] = [];
	const byLength = own
		.filter(({ isServed }) => !isServed)
		.sort((a, b) => a.length - b.length || a.desks.length - b.desks.length);
	for (const wish of byLength) {
		const desk = deskFor(wish, counted, rules);
		if (desk === undefined) continue;
		counted.push({ wish, desks: [desk] });
		chosen.push(wish);
	}
	return chosen;
}

/** A desk at which a wish could be met within all limits, as `core/rules/limits.ts` has them. */
function deskFor(
	{ family, student, desks }: WishedMeeting,
	counted: readonly Counted[],
	{ perFamily, perStudent, oncePerDesk, households }: Rules,
): string | undefined {
	const ofFamily = counted.filter(({ wish }) => wish.family === family);
	const others = households === 'together' ? counted.filter((one) => !ofFamily.includes(one)) : [];
	const isAbout = ({ wish }: Counted) => wish.student === student;
	const about = [...ofFamily, ...others].filter(isAbout);
	if (perFamily !== null && ofFamily.length >= perFamily) return undefined;
	if (perStudent !== null && about.length >= perStudent) return undefined;
	const had = [...(oncePerDesk ? ofFamily : []), ...others].filter(isAbout);
	return desks.find((desk) => !had.some((one) => one.desks.includes(desk)));
}
