import { groupBy } from '../group-by';
import { planVisit } from '../planner/plan-visit';
import { EXACT_WISHES, type VisitLimits, type VisitProblem } from '../planner/visit-problem';
import { unplacedWishes } from '../planner/why-unplaced';
import type { FamilyNeeds } from '../rules/slot-answer';
import type { Rules } from '../snapshot/rules';
import { indexOf } from '../snapshot/snapshot-index';
import { needsOf, NO_NEEDS } from './family-needs';
import { foundAbout, type Finding, type FindingKind } from './finding';
import type { VisitAlone } from './one-familys-visit';
import type { ReadinessFacts, ReadyFamily, WishedMeeting } from './readiness-facts';
import { simpleVisit } from './simple-visit';
import type { UsableSlots } from './usable-slots';

type Reason = Extract<
	FindingKind,
	'never-step-free' | 'never-interpreted' | 'never-long-enough' | 'over-limit' | 'never-all'
>;

/** Why one family could not see all its teachers even alone, and at which desks; `null`: it could. */
interface Obstacle {
	readonly reason: Reason;
	readonly desks: readonly string[];
}

/**
 * Families that could not see all their teachers even if nobody else came. Each is planned exactly, with
 * its two adults going separate ways where it has two; those with more wishes than are planned exactly
 * are passed over unless a single wish cannot be met.
 */
export function familiesAlone(
	{ snapshot, families, wishes }: ReadinessFacts,
	usable: UsableSlots,
	visitAlone: VisitAlone,
): Finding[] {
	const { rules } = snapshot.conference;
	const { turn } = indexOf(snapshot);
	const ofFamily = groupBy(wishes, ({ family }) => family);
	/** Families that want the same alike are planned once. */
	const known = new Map<string, readonly Obstacle[]>();
	const found = families.flatMap((family) => {
		const own = ofFamily.get(family.id) ?? [];
		const needs = needsOf(family);
		const key = JSON.stringify([needs, family.adults.length > 1, patternOf(own)]);
		const obstacles = known.get(key) ?? obstaclesFor(own, needs, family);
		known.set(key, obstacles);
		return obstacles.map((obstacle) => ({ family: family.id, ...obstacle }));
	});
	return [...groupBy(found, ({ reason }) => reason)].flatMap(([reason, list]) => {
		const [about] = foundAbout(reason, 'family', new Set(list.map(({ family }) => family)));
		const desks = new Set(list.flatMap(({ desks }) => desks));
		const where = [...desks].map((id) => ({ thing: 'desk' as const, id }));
		return about ? [{ ...about, about: [...about.about, ...where] }] : [];
	});

	function obstaclesFor(
		own: readonly WishedMeeting[],
		needs: FamilyNeeds,
		family: ReadyFamily,
	): Obstacle[] {
		// What has no times for anybody is said of the desk.
		const meant = own.filter(({ desks }) => desks.some((desk) => usable(desk, NO_NEEDS).length));
		const single = meant.flatMap((wish) => againstOne(wish, needs) ?? []);
		const barred = new Set(single.flatMap(({ wish }) => wish));
		const rest = meant.filter((wish) => !barred.has(wish));
		const whole = againstAll(rest, needs, family.adults.length > 1 && needs.interpreter === null);
		const joined = [...groupBy(single, ({ reason }) => reason)].map(([reason, list]) => ({
			reason,
			desks: list.flatMap(({ wish }) => wish.desks),
		}));
		return whole ? [...joined, whole] : joined;
	}

	function againstOne(wish: WishedMeeting, needs: FamilyNeeds) {
		if (visitAlone([wish], needs).slots.length) return null;
		const withoutSteps = { ...needs, interpreter: null };
		const isReached = wish.desks.some((desk) => usable(desk, withoutSteps).length);
		if (!isReached) return { wish, reason: 'never-step-free' as const };
		const isInterpreted = wish.desks.some((desk) => usable(desk, needs).length);
		return {
			wish,
			reason: isInterpreted ? ('never-long-enough' as const) : ('never-interpreted' as const),
		};
	}

	function againstAll(
		own: readonly WishedMeeting[],
		needs: FamilyNeeds,
		mayDivide: boolean,
	): Obstacle | null {
		if (own.length === 0) return null;
		if (isOverLimit(own, rules))
			return { reason: 'over-limit', desks: own.flatMap(({ desks }) => desks) };
		const problem = visitAlone(own, needs, limitsOf(rules));
		if (simpleVisit(problem, turn) || own.length > EXACT_WISHES) return null;
		const left = leftOut(problem, mayDivide);
		return left.size
			? {
					reason: 'never-all',
					desks: own.flatMap(({ desks }, index) => (left.has(String(index)) ? desks : [])),
				}
			: null;
	}
}

/** The same text for families that want as many meetings at the same desks, child by child. */
const patternOf = (own: readonly WishedMeeting[]): string[] =>
	[...groupBy(own, ({ student }) => student).values()]
		.map((ofStudent) =>
			ofStudent
				.map(({ desks, length }) => `${[...desks].sort().join()}*${length}`)
				.sort()
				.join(';'),
		)
		.sort();

function leftOut(problem: VisitProblem, mayDivide: boolean): ReadonlySet<string> {
	const together = planVisit(problem);
	if (!together) return new Set();
	const left = unplacedWishes(problem, together);
	if (left.length === 0 || !mayDivide) return new Set(left.map(({ wish }) => wish));
	const divided = planVisit(problem, { divided: true });
	const stillLeft = divided ? unplacedWishes(problem, divided) : left;
	return new Set(stillLeft.map(({ wish }) => wish));
}

/** Only `oncePerDesk` is left to be planned with; more teachers than may be booked are told before. */
const limitsOf = ({ oncePerDesk }: Rules): VisitLimits => ({ oncePerDesk });

function isOverLimit(own: readonly WishedMeeting[], { perFamily, perStudent }: Rules): boolean {
	const ofStudents = [...groupBy(own, ({ student }) => student).values()];
	return (
		(perFamily !== null && own.length > perFamily) ||
		(perStudent !== null && ofStudents.some((list) => list.length > perStudent))
	);
}
