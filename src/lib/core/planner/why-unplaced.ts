import { besideFixed, suits, windowTest } from './candidates';
import { turnMinutes } from '../snapshot/turn';
import type { FreeSlot, Visit, VisitProblem, WishToPlan } from './visit-problem';

/** Why a wish has no place in a visit. */
export type UnplacedReason =
	| 'desk-full'
	| 'outside-windows'
	| 'collides-with-fixed'
	/** As much is booked, or placed, as may be. */
	| 'limit'
	| 'collides-with-others';

export interface UnplacedWish {
	readonly wish: string;
	readonly reason: UnplacedReason;
}

/** The wishes that the visit does not place, each with the first reason that holds for all its slots. */
export function unplacedWishes(problem: VisitProblem, visit: Visit): UnplacedWish[] {
	const placed = new Set(visit.placements.map(({ wish }) => wish));
	return problem.wishes
		.filter(({ id }) => !placed.has(id))
		.map((wish) => ({ wish: wish.id, reason: whyUnplaced(problem, visit, wish) }));
}

function whyUnplaced(problem: VisitProblem, visit: Visit, wish: WishToPlan): UnplacedReason {
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
	if (besideAll.length === 0) return 'collides-with-fixed';
	const isWithin = limitTest(problem, visit, wish);
	return besideAll.some(isWithin) ? 'collides-with-others' : 'limit';
}

/** Whether one more appointment would be within what may still be placed beside the visit. */
function limitTest(
	{ limits = {}, wishes }: VisitProblem,
	{ placements }: Visit,
	{ student }: WishToPlan,
): (slot: FreeSlot) => boolean {
	const studentOf = new Map(wishes.map((wish) => [wish.id, wish.student]));
	const ofStudent = placements.filter(
		({ wish }) => student !== undefined && studentOf.get(wish) === student,
	);
	const { family = Infinity, perStudent = {}, perDeskDay = {}, oncePerDesk = false } = limits;
	const isFull =
		placements.length >= family || ofStudent.length >= (perStudent[student ?? ''] ?? Infinity);
	return ({ desk, date }) => {
		const atDesk = placements.filter(({ slot }) => slot.desk === desk && slot.date === date);
		return (
			!isFull &&
			atDesk.length < (perDeskDay[`${desk}/${date}`] ?? Infinity) &&
			!(oncePerDesk && ofStudent.some(({ slot }) => slot.desk === desk))
		);
	};
}
