import { planVisit } from './plan-visit';
import type { Restriction } from './best-visit';
import type { Placement, Visit, VisitProblem } from './visit-problem';
import { unplacedWishes, type UnplacedWish } from './why-unplaced';

/** What is good about a suggested visit. */
export type SuggestionName =
	'shortest' | 'earliest' | 'roomy' | 'other-date' | 'divided' | 'another';

export interface Suggestion {
	readonly name: SuggestionName;
	readonly visit: Visit;
	readonly unplaced: readonly UnplacedWish[];
}

export interface Suggestions {
	/** The best visit first. Empty when nothing at all can be placed. */
	readonly suggestions: readonly Suggestion[];
	/** What even the best visit leaves out. */
	readonly unplaced: readonly UnplacedWish[];
}

export interface SuggestionWishes {
	/** Two adults may divide the appointments. */
	readonly mayDivide?: boolean;
}

/** So many suggestions are made where so many different visits exist. */
const WANTED = 3;
/** Minutes beyond the needed ones at every turn of a roomy visit. */
const SPARE = 5;

/**
 * The best visit and others to choose from. Two visits differ when at least one wish is at another
 * desk or slot. Named ones meet as much weight as the best; when fewer than three of them differ,
 * more are found by forbidding the earlier ones a slot each, at lesser weight only where no other
 * visit of full weight is left.
 */
export function suggestVisits(
	given: VisitProblem,
	{ mayDivide = false }: SuggestionWishes = {},
): Suggestions {
	const problem = keepingTogether(given);
	const best = planVisit(problem);
	if (!best) return { suggestions: [], unplaced: [] };
	const unplaced = unplacedWishes(problem, best);
	if (best.placements.length === 0) return { suggestions: [], unplaced };

	const found: { name: SuggestionName; visit: Visit }[] = [{ name: 'shortest', visit: best }];
	const offer = (name: SuggestionName, visit: Visit | null) => {
		if (visit && weighsAsMuch(visit, best) && found.every((known) => differs(visit, known.visit)))
			found.push({ name, visit });
	};
	offer('earliest', planVisit(problem, { prefer: 'earliest-end' }));
	offer('roomy', planVisit({ ...problem, spare: SPARE }));
	offer('other-date', onOtherDates(problem, best));
	if (mayDivide) offerDivided(given, best, found);
	while (found.length < WANTED) {
		const visit = anotherVisit(
			problem,
			found.map(({ visit }) => visit),
		);
		if (!visit) break;
		found.push({ name: 'another', visit });
	}
	return {
		suggestions: found.map(({ name, visit }) => ({
			name,
			visit,
			unplaced: unplacedWishes(problem, visit),
		})),
		unplaced,
	};
}

/**
 * A visit of two adults who divide, where that meets more, takes fewer dates or less waiting. It is one
 * suggestion among the others, and never takes the place of the best one.
 */
function offerDivided(
	problem: VisitProblem,
	best: Visit,
	found: { name: SuggestionName; visit: Visit }[],
): void {
	const visit = planVisit(problem, { divided: true });
	if (!visit || !visit.placements.some(({ adult }) => adult === 1)) return;
	const isBetter =
		best.mustWeight - visit.mustWeight ||
		best.weight - visit.weight ||
		visit.dates - best.dates ||
		visit.waiting - best.waiting ||
		(visit.end ?? 0) - (best.end ?? 0);
	if (isBetter < 0) found.push({ name: 'divided', visit });
}

/**
 * An interpreter's families are kept together where that costs no weight: of the slots only those stay
 * that lengthen the interpreter's day by as few minutes as a visit of full weight needs.
 */
function keepingTogether(problem: VisitProblem): VisitProblem {
	const far = [...new Set(problem.slots.map(({ away = 0 }) => away))].sort((a, b) => a - b);
	if (far.length < 2) return problem;
	const within = (minutes: number): VisitProblem => ({
		...problem,
		slots: problem.slots.filter(({ away = 0 }) => away <= minutes),
	});
	const best = planVisit(problem);
	if (!best) return problem;
	let [low, high] = [0, far.length - 1];
	while (low < high) {
		const middle = (low + high) >> 1;
		const visit = planVisit(within(far[middle]!));
		if (visit && weighsAsMuch(visit, best)) high = middle;
		else low = middle + 1;
	}
	return within(far[low]!);
}

const weighsAsMuch = (visit: Visit, best: Visit): boolean =>
	visit.mustWeight === best.mustWeight && visit.weight === best.weight;

/** Whether the visit places a wish where the other does not. */
function differs(visit: Visit, other: Visit): boolean {
	const places = new Map(other.placements.map(({ wish, slot }) => [wish, slot.id]));
	return visit.placements.some(({ wish, slot }) => places.get(wish) !== slot.id);
}

function onOtherDates(problem: VisitProblem, best: Visit): Visit | null {
	const used = new Set(best.placements.map(({ slot }) => slot.date));
	const slots = problem.slots.filter(({ date }) => !used.has(date));
	return slots.length ? planVisit({ ...problem, slots }) : null;
}

/**
 * The best visit that differs from all given ones. A visit differs from each of them just when it
 * can be found after one placement of each is forbidden, so all such choices are tried; the first
 * one of full weight will do.
 */
function anotherVisit(problem: VisitProblem, known: readonly Visit[]): Visit | null {
	const best = known[0]!;
	const choices = distinctChoices(known.map(({ placements }) => placements));
	for (const forbidden of choices) {
		const visit = planVisit(problem, { without: isIn(forbidden) });
		if (visit && weighsAsMuch(visit, best) && known.every((other) => differs(visit, other)))
			return visit;
	}
	let lighter: Visit | null = null;
	for (const forbidden of choices) {
		const restriction: Restriction = {
			without: isIn(forbidden),
			placing: [...new Set(forbidden.map(({ wish }) => wish))],
		};
		const visit = planVisit(problem, restriction);
		if (visit && (!lighter || isHeavier(visit, lighter))) lighter = visit;
	}
	return lighter;
}

const isHeavier = (a: Visit, b: Visit): boolean =>
	a.mustWeight > b.mustWeight || (a.mustWeight === b.mustWeight && a.weight > b.weight);

const isIn =
	(placements: readonly Placement[]) =>
	(wish: string, slot: string): boolean =>
		placements.some((placement) => placement.wish === wish && placement.slot.id === slot);

/** Every way to take one placement from each list; a placement that stands in several serves them all. */
function distinctChoices(lists: readonly (readonly Placement[])[]): Placement[][] {
	let choices: Placement[][] = [[]];
	for (const list of lists)
		choices = choices.flatMap((choice) => {
			const taken = isIn(choice);
			if (list.some(({ wish, slot }) => taken(wish, slot.id))) return [choice];
			return list.map((placement) => [...choice, placement]);
		});
	const seen = new Map(
		choices.map((choice) => [
			choice
				.map(({ wish, slot }) => JSON.stringify([wish, slot.id]))
				.sort()
				.join(),
			choice,
		]),
	);
	return [...seen.values()];
}
