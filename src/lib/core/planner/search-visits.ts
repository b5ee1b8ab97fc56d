import { overlaps } from '../time/stretch';
import { compareSlots } from './candidates';
import type { FreeSlot, Placement, Visit, VisitProblem } from './visit-problem';
import { sumsOf } from './visit-sums';

/** Leaves out candidates, given the id of a wish and of a slot. */
export type Forbidden = ((wish: string, slot: string) => boolean) | null;

/** Some placements of a visit that cannot all be: at the least one of them has to go. */
type Clash = readonly Part[];

interface Part {
	readonly wish: string;
	/** The slots that count as the same choice. */
	readonly isIn: (slot: string) => boolean;
}

type ClashTest = (visit: Pick<Visit, 'placements'>) => Clash | null;

/** A narrowing of the visits, with the best one that it leaves. */
interface Branch {
	readonly visit: Visit;
	readonly rules: readonly Rule[];
}

/** A wish is kept out of some slots, or to them. */
interface Rule extends Part {
	readonly kept: boolean;
}

/** Beyond so many branches the best that was found is taken. */
const MOST_BRANCHES = 400;

/**
 * The best visit in which nothing gets into each other's way, found best first: as long as the best
 * visit of all has a clash, it is parted into narrower searches, in each of which one of its clashing
 * placements is out. No narrower search finds a better visit, so the first without a clash is the best.
 */
export function searchVisits(
	problem: VisitProblem,
	relaxed: (forbidden: Forbidden) => Visit | null,
	divided: boolean,
): Visit | null {
	const first = relaxed(null);
	const { oncePerDesk, perDeskDay } = problem.limits ?? {};
	if (!first || !(divided || oncePerDesk || perDeskDay)) return first;
	const clashOf = clashTest(problem);
	if (!clashOf(first)) return first;
	const open: Branch[] = [{ visit: first, rules: [] }];
	for (let branches = 1; ;) {
		const best = open.pop();
		if (!best) return null;
		const clash = clashOf(best.visit);
		if (!clash) return best.visit;
		if (branches > MOST_BRANCHES) return withoutClashes(problem, best.visit, clashOf, divided);
		clash.forEach((part, index) => {
			branches++;
			const earlier = clash.slice(0, index).map((kept) => ({ ...kept, kept: true }));
			const rules = [...best.rules, ...earlier, { ...part, kept: false }];
			const visit = relaxed(forbiddenBy(rules));
			if (visit) insert(open, { visit, rules });
		});
	}
}

const forbiddenBy =
	(rules: readonly Rule[]): Forbidden =>
	(wish, slot) =>
		rules.some((rule) => rule.wish === wish && rule.isIn(slot) !== rule.kept);

/** Keeps the branches in order, the best last. */
function insert(open: Branch[], branch: Branch): void {
	let at = open.length;
	while (at > 0 && compareVisits(open[at - 1]!.visit, branch.visit) < 0) at--;
	open.splice(at, 0, branch);
}

/** Negative when `a` is the better visit by the planner's order. */
function compareVisits(a: Visit, b: Visit): number {
	return (
		b.mustWeight - a.mustWeight ||
		b.weight - a.weight ||
		a.dates - b.dates ||
		a.waiting - b.waiting ||
		(a.end ?? 0) - (b.end ?? 0) ||
		compareStarts(a.placements, b.placements)
	);
}

function compareStarts(a: readonly Placement[], b: readonly Placement[]): number {
	for (let i = 0; i < Math.min(a.length, b.length); i++) {
		const order = compareSlots(a[i]!.slot, b[i]!.slot);
		if (order) return order;
	}
	return a.length - b.length;
}

/** What only two or more appointments together can break. */
function clashTest({ wishes, slots, limits = {} }: VisitProblem): ClashTest {
	const wishOf = new Map(wishes.map((wish) => [wish.id, wish]));
	const { oncePerDesk = false, perDeskDay } = limits;
	const deskOf = new Map(slots.map(({ id, desk }) => [id, desk]));
	const dateOf = new Map(slots.map(({ id, date }) => [id, date]));
	const exactly = ({ wish, slot }: Placement): Part => ({ wish, isIn: (id) => id === slot.id });
	const atDesk = ({ wish, slot }: Placement): Part => ({
		wish,
		isIn: (id) => deskOf.get(id) === slot.desk,
	});
	const onDate = ({ wish, slot }: Placement): Part => ({
		wish,
		isIn: (id) => deskOf.get(id) === slot.desk && dateOf.get(id) === slot.date,
	});
	return ({ placements }) => {
		for (const [index, one] of placements.entries())
			for (const other of placements.slice(0, index)) {
				const [a, b] = [wishOf.get(one.wish)!, wishOf.get(other.wish)!];
				if (getInTheWay(one, other, placements, a.along ?? [], b.along ?? []))
					return [exactly(other), exactly(one)];
				const isSameStudent = a.student !== undefined && a.student === b.student;
				if (oncePerDesk && isSameStudent && one.slot.desk === other.slot.desk)
					return [atDesk(other), atDesk(one)];
			}
		return perDeskDay ? (tooManyAtDesk(placements, perDeskDay)?.map(onDate) ?? null) : null;
	};
}

/** Two adults of one party: at one desk, with one teacher, or with one child, at the same time. */
function getInTheWay(
	one: Placement,
	other: Placement,
	all: readonly Placement[],
	along: readonly string[],
	otherAlong: readonly string[],
): boolean {
	if (one.adult === other.adult || !overlaps(one.slot, other.slot)) return false;
	if (along.some((student) => otherAlong.includes(student))) return true;
	if (one.slot.id === other.slot.id) {
		const seats = one.slot.seats ?? 1;
		return all.filter(({ slot }) => slot.id === one.slot.id).length > seats;
	}
	return sharesAThing(one.slot, other.slot);
}

const sharesAThing = (a: FreeSlot, b: FreeSlot): boolean =>
	a.desk === b.desk || (a.things ?? []).some((thing) => b.things?.includes(thing) ?? false);

function tooManyAtDesk(
	placements: readonly Placement[],
	limits: Readonly<Record<string, number>>,
): Placement[] | null {
	for (const { slot } of placements) {
		const limit = limits[`${slot.desk}/${slot.date}`];
		if (limit === undefined) continue;
		const here = placements.filter(
			(other) => other.slot.desk === slot.desk && other.slot.date === slot.date,
		);
		if (here.length > limit) return here.slice(0, limit + 1);
	}
	return null;
}

/** Drops the lightest of what clashes: no rule is broken, but a better visit may exist. */
function withoutClashes(
	problem: VisitProblem,
	visit: Visit,
	clashOf: ClashTest,
	divided: boolean,
): Visit {
	const weightOf = new Map(problem.wishes.map(({ id, weight }) => [id, weight]));
	let { placements } = visit;
	for (let clash = clashOf({ placements }); clash; clash = clashOf({ placements })) {
		const lightest = clash.reduce((a, b) =>
			weightOf.get(b.wish)! < weightOf.get(a.wish)! ? b : a,
		);
		placements = placements.filter(({ wish }) => wish !== lightest.wish);
	}
	return { placements, ...sumsOf(problem, placements, divided), exact: false };
}
