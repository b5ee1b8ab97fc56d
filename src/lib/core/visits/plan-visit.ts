import { bestVisit, type Restriction } from './best-visit';
import { EXACT_WISHES, type Visit, type VisitProblem } from './visit-problem';

/**
 * The best visit for any number of wishes. Up to `EXACT_WISHES` it is `bestVisit` itself. Beyond, the
 * heaviest wishes are placed exactly, then the next ones around them; no rule is broken, but the
 * visit is marked `exact: false`, since a better one may exist.
 */
export function planVisit(problem: VisitProblem, restriction: Restriction = {}): Visit | null {
	if (problem.wishes.length <= EXACT_WISHES) return bestVisit(problem, restriction);
	const { placing = [] } = restriction;
	const wanted = [...problem.wishes].sort(
		(a, b) =>
			Number(placing.includes(b.id)) - Number(placing.includes(a.id)) ||
			Number(b.must) - Number(a.must) ||
			b.weight - a.weight ||
			(a.id < b.id ? -1 : 1)
	);
	let placed: Visit | null = null;
	for (let from = 0; from < wanted.length; from += EXACT_WISHES) {
		const wishes = wanted.slice(from, from + EXACT_WISHES);
		const here = placing.filter((id) => wishes.some((wish) => wish.id === id));
		const earlier: readonly Visit['placements'][number][] = placed?.placements ?? [];
		const around = { ...problem, wishes, fixed: [...problem.fixed, ...earlier.map(({ slot }) => slot)] };
		const round = bestVisit(around, { ...restriction, placing: here });
		if (!round) return null;
		placed = {
			...round,
			mustWeight: round.mustWeight + (placed?.mustWeight ?? 0),
			weight: round.weight + (placed?.weight ?? 0),
			placements: [...earlier, ...round.placements].sort(
				(a, b) => a.slot.date - b.slot.date || a.slot.start - b.slot.start
			),
			exact: false
		};
	}
	return placed;
}
