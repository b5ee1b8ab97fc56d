import type { FreeSlot, Placement, Visit, VisitProblem } from '../planner/visit-problem';

const isAt =
	(wanted: FreeSlot) =>
	({ id, place, length }: FreeSlot): boolean =>
		id === wanted.id && place === wanted.place && length === wanted.length;

/** What of a visit can no longer be had: the problem as it is now has its slots no more. */
export const lostPlacements = (problem: VisitProblem, { placements }: Visit): Placement[] =>
	placements.filter(({ slot }) => !problem.slots.some(isAt(slot)));

/** Heavier than anything that is found for it to make way. */
const KEPT = 1e6;

/** How to find other slots for what is lost of a visit. */
export interface AroundLost {
	readonly problem: VisitProblem;
	/** A visit of that problem, with what was kept at its own desks. */
	restore(found: Visit): Visit;
}

/**
 * The problem of finding other slots for what is lost of a visit, while the rest of it stays just where it is:
 * each kept slot is a desk by itself, which nothing else can use, and which has nothing else. What the visit
 * left out is asked for again.
 */
export function aroundLost(problem: VisitProblem, visit: Visit): AroundLost {
	const lost = lostPlacements(problem, visit);
	const kept = new Map(
		visit.placements
			.filter((placement) => !lost.includes(placement))
			.map((placement, index) => [`kept ${index}`, placement]),
	);
	const deskOf = new Map([...kept].map(([desk, { wish }]) => [wish, desk]));
	const isKept = (slot: FreeSlot) => [...kept.values()].some((own) => own.slot.id === slot.id);
	return {
		problem: {
			...problem,
			wishes: problem.wishes.map((wish) => {
				const desk = deskOf.get(wish.id);
				return desk ? { ...wish, desks: [desk], must: true, weight: KEPT } : wish;
			}),
			slots: [
				...problem.slots.filter((slot) => !isKept(slot)),
				...[...kept].map(([desk, { slot }]) => ({ ...slot, desk })),
			],
			limits: problem.limits && {
				...problem.limits,
				perDeskDay: withoutKept(problem.limits.perDeskDay, [...kept.values()]),
			},
		},
		restore: (found) => ({
			...found,
			...weightsOf(problem, found),
			placements: found.placements.map((placement) => {
				const own = kept.get(placement.slot.desk);
				return own ? { ...placement, slot: own.slot } : placement;
			}),
		}),
	};
}

function weightsOf({ wishes }: VisitProblem, { placements }: Visit) {
	const met = wishes.filter(({ id }) => placements.some(({ wish }) => wish === id));
	const sum = (of: readonly { readonly weight: number }[]) =>
		of.reduce((total, { weight }) => total + weight, 0);
	return { weight: sum(met), mustWeight: sum(met.filter(({ must }) => must)) };
}

/** What a desk's limit of a date leaves beside what is kept there. */
function withoutKept(
	limits: Readonly<Record<string, number>> | undefined,
	kept: readonly Placement[],
): Readonly<Record<string, number>> | undefined {
	if (!limits) return undefined;
	const left = Object.entries(limits).map(([deskDay, most]) => {
		const there = kept.filter(({ slot }) => `${slot.desk}/${slot.date}` === deskDay).length;
		return [deskDay, Math.max(0, most - there)] as const;
	});
	return Object.fromEntries(left);
}
