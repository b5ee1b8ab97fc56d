import type { Placement, VisitProblem, VisitSums } from './visit-problem';

/** The sums of a plan together with what is fixed, as they are measured. */
export function sumsOf(
	problem: VisitProblem,
	placements: readonly Placement[],
	divided: boolean,
): VisitSums {
	const wishOf = new Map(problem.wishes.map((wish) => [wish.id, wish]));
	const spans = new Map<string, { date: number; first: number; last: number; inside: number }>();
	const attend = (who: number, date: number, start: number, end: number) => {
		const span = spans.get(`${who}/${date}`);
		if (!span) spans.set(`${who}/${date}`, { date, first: start, last: end, inside: end - start });
		else {
			span.first = Math.min(span.first, start);
			span.last = Math.max(span.last, end);
			span.inside += end - start;
		}
	};
	for (const { slot, adult = 0 } of placements) attend(adult, slot.date, slot.start, slot.end);
	for (const { date, start, end, adults = [0, 1] } of problem.fixed)
		for (const adult of divided ? adults : [0]) attend(adult, date, start, end);
	const all = [...spans.values()];
	const placed = placements.map(({ wish }) => wishOf.get(wish)!);
	return {
		mustWeight: placed.reduce((sum, { must, weight }) => sum + (must ? weight : 0), 0),
		weight: placed.reduce((sum, { weight }) => sum + weight, 0),
		dates: new Set(all.map(({ date }) => date)).size,
		waiting: all.reduce((sum, { first, last, inside }) => sum + last - first - inside, 0),
		end: all.length ? Math.max(...all.map(({ last }) => last)) : null,
	};
}
