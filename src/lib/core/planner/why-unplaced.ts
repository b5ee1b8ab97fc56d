import { besideFixed, suits, windowTest } from './candidates';
import { turnMinutes } from '../snapshot/turn';
import type { Visit, VisitProblem, WishToPlan } from './visit-problem';

/** Why a wish has no place in a visit. */
export type UnplacedReason =
	'desk-full' | 'outside-windows' | 'collides-with-fixed' | 'collides-with-others';

export interface UnplacedWish {
	readonly wish: string;
	readonly reason: UnplacedReason;
}

/** The wishes that the visit does not place, each with the first reason that holds for all its slots. */
export function unplacedWishes(problem: VisitProblem, visit: Visit): UnplacedWish[] {
	const placed = new Set(visit.placements.map(({ wish }) => wish));
	return problem.wishes
		.filter(({ id }) => !placed.has(id))
		.map((wish) => ({ wish: wish.id, reason: whyUnplaced(problem, wish) }));
}

function whyUnplaced(problem: VisitProblem, wish: WishToPlan): UnplacedReason {
	const free = problem.slots.filter((slot) => wish.desks.includes(slot.desk) && suits(wish, slot));
	if (free.length === 0) return 'desk-full';
	const inHours = free.filter(windowTest(problem.windows));
	if (inHours.length === 0) return 'outside-windows';
	const turn = turnMinutes(problem);
	const besideAll = inHours.filter(
		(slot) =>
			besideFixed(slot, problem.fixed) &&
			problem.fixed.every(
				({ date, start, end, place }) =>
					date !== slot.date ||
					(end <= slot.start
						? slot.start - end >= turn(place, slot.place)
						: start - slot.end >= turn(slot.place, place)),
			),
	);
	return besideAll.length === 0 ? 'collides-with-fixed' : 'collides-with-others';
}
