import { bestVisit, type Restriction } from './best-visit';
import { compareSlots } from './candidates';
import {
	EXACT_WISHES,
	type FixedAppointment,
	type Placement,
	type Visit,
	type VisitProblem,
	type WishToPlan,
} from './visit-problem';

/** Where wishes are too many, those that could be met at no time at all are not counted. */
function worthPlanning({ wishes, slots }: VisitProblem): readonly WishToPlan[] {
	if (wishes.length <= EXACT_WISHES) return wishes;
	const open = new Set(slots.map(({ desk }) => desk));
	return wishes.filter(({ desks }) => desks.some((desk) => open.has(desk)));
}

/**
 * The best visit for any number of wishes. Up to `EXACT_WISHES` it is `bestVisit` itself. Beyond, the
 * heaviest wishes are placed exactly, then the next ones around them; no rule is broken, but the
 * visit is marked `exact: false`, since a better one may exist.
 */
export function planVisit(given: VisitProblem, restriction: Restriction = {}): Visit | null {
	const problem = { ...given, wishes: worthPlanning(given) };
	if (problem.wishes.length <= EXACT_WISHES) return bestVisit(problem, restriction);
	const { placing = [] } = restriction;
	const wanted = [...problem.wishes].sort(
		(a, b) =>
			Number(placing.includes(b.id)) - Number(placing.includes(a.id)) ||
			Number(b.must) - Number(a.must) ||
			b.weight - a.weight ||
			(a.id < b.id ? -1 : 1),
	);
	const rounds: Visit[] = [];
	for (let from = 0; from < wanted.length; from += EXACT_WISHES) {
		const wishes = wanted.slice(from, from + EXACT_WISHES);
		const earlier = rounds.flatMap(({ placements }) => placements).map(asFixed);
		const around = { ...problem, wishes, fixed: [...problem.fixed, ...earlier] };
		const round = bestVisit(around, {
			...restriction,
			placing: placing.filter((id) => wishes.some((wish) => wish.id === id)),
		});
		if (!round) return null;
		rounds.push(round);
	}
	const sum = (weightOf: (visit: Visit) => number) =>
		rounds.reduce((total, round) => total + weightOf(round), 0);
	return {
		// Each round counts what the earlier ones placed among what is fixed, so its times are the whole's.
		...rounds.at(-1)!,
		mustWeight: sum(({ mustWeight }) => mustWeight),
		weight: sum(({ weight }) => weight),
		placements: rounds
			.flatMap(({ placements }) => placements)
			.sort((a, b) => compareSlots(a.slot, b.slot)),
		exact: false,
	};
}

/** What an earlier round placed stands for the next one. */
export const asFixed = ({ slot, adult }: Placement): FixedAppointment => ({
	date: slot.date,
	place: slot.place,
	start: slot.start,
	end: slot.end,
	adults: adult === undefined ? undefined : [adult],
});
