import { planVisit } from './plan-visit';
import type { Restriction } from './best-visit';
import type { Placement, Visit, VisitProblem } from './visit-problem';
import { unplacedWishes, type UnplacedWish } from './why-unplaced';

/** What is good about a suggested visit. */
export type SuggestionName = 'shortest' | 'earliest' | 'roomy' | 'other-date' | 'another';

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
export function suggestVisits(problem: VisitProblem): Suggestions {
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
