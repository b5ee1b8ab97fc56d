import type { Slot } from './field-of-meaning';
import type { Meaning } from './understand-heading';

/** Which adult a heading is about, in its own words. */
type Group = 'first' | 'second' | 'adult' | 'mother' | 'father' | 'anybody';

function groupOf({ who, which }: Meaning): Group {
	if (which !== null) return which === 1 ? 'first' : 'second';
	const [isMother, isFather] = [who.includes('mother'), who.includes('father')];
	if (isMother !== isFather && !who.includes('adult')) return isMother ? 'mother' : 'father';
	return isMother || isFather || who.includes('adult') ? 'adult' : 'anybody';
}

/**
 * Which of a student's two adults each heading is about: numbers say it; father and mother take the places
 * that are left, in the order of their columns. `null` for one adult too many.
 */
export function adultSlots(meanings: readonly (Meaning | null)[]): (Slot | null)[] {
	const groups = meanings.map((meaning) => (meaning ? groupOf(meaning) : null));
	const slots = new Map<Group | null, Slot>([
		['first', 1],
		['second', 2],
		['adult', 1],
		['anybody', 1],
	]);
	const taken = new Set<Slot>();
	if (groups.includes('first') || isNamed(meanings, groups, 'adult')) taken.add(1);
	if (groups.includes('second')) taken.add(2);
	for (const group of groups) {
		if (slots.has(group) || group === null) continue;
		const free = ([1, 2] as const).find((slot) => !taken.has(slot));
		if (!free) continue;
		slots.set(group, free);
		taken.add(free);
	}
	return groups.map((group) => slots.get(group) ?? null);
}

/** Whether an adult without number has a name or an address of its own, and not only says how to call home. */
const isNamed = (
	meanings: readonly (Meaning | null)[],
	groups: readonly (Group | null)[],
	wanted: Group,
): boolean =>
	groups.some(
		(group, index) =>
			group === wanted &&
			meanings[index]!.what.every((one) => /name/i.test(one) || one === 'email'),
	);
