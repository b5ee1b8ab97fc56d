import { groupBy } from '../group-by';
import { planVisit } from '../planner/plan-visit';
import { EXACT_WISHES, type VisitProblem } from '../planner/visit-problem';
import { needsOf } from './family-needs';
import { foundAbout, type Finding } from './finding';
import type { VisitAlone } from './one-familys-visit';
import type { ReadinessFacts } from './readiness-facts';

/**
 * Families that must not meet, for whom no two visits were found of which the one is over when the other
 * begins, with the minutes between them that were asked for. Only one after the other is tried, over all
 * dates in a row, so another way may exist; whoever is told reads that none was found. Those that could
 * not see all their teachers anyway are passed over.
 */
export function familiesApart(facts: ReadinessFacts, visitAlone: VisitAlone): Finding[] {
	const { apart, families, wishes } = facts;
	const known = new Map(families.map((family) => [family.id, family]));
	const ofFamily = groupBy(wishes, ({ family }) => family);
	return apart.flatMap(({ families: pair, marginMinutes }) => {
		const [one, other] = pair.map((id) => {
			const family = known.get(id);
			const own = ofFamily.get(id) ?? [];
			return family && own.length && own.length <= EXACT_WISHES
				? visitAlone(own, needsOf(family))
				: null;
		});
		if (!one || !other || !fits(one) || !fits(other)) return [];
		const isPossible = canFollow(one, other, marginMinutes) || canFollow(other, one, marginMinutes);
		return isPossible ? [] : foundAbout('never-apart', 'family', pair);
	});
}

const fits = (problem: VisitProblem): boolean =>
	planVisit(problem)?.placements.length === problem.wishes.length;

/** Whether the first can be through so early that there is time enough for the second after it. */
function canFollow(first: VisitProblem, second: VisitProblem, margin: number): boolean {
	const ends = [...new Set(first.slots.map(({ end }) => end))].sort((a, b) => a - b);
	let [low, high] = [0, ends.length - 1];
	while (low < high) {
		const middle = (low + high) >> 1;
		if (fits({ ...first, windows: [[0, ends[middle]!]] })) high = middle;
		else low = middle + 1;
	}
	return fits({ ...second, windows: [[ends[low]! + margin, Number.MAX_SAFE_INTEGER]] });
}
