import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { candidatesByDate } from '$lib/core/planner/candidates';
import { dayNodes } from '$lib/core/planner/day-nodes';
import { fillDayTable, UNREACHABLE } from '$lib/core/planner/day-table';
import { leastWaiting } from '$lib/core/planner/least-waiting';
import { turnTable } from '$lib/core/planner/turn-table';
import { bestVisit } from '$lib/core/planner/best-visit';
import { planVisit } from '$lib/core/planner/plan-visit';
import { suggestVisits } from '$lib/core/planner/suggest-visits';
import { unplacedWishes } from '$lib/core/planner/why-unplaced';
import type { FreeSlot, Placement, VisitProblem } from '$lib/core/planner/visit-problem';
import { brokenRules, compareSums, everyVisit, problems, sumsOf } from './visit-fixtures';

const slot = (desk: string, start: number, more: Partial<FreeSlot> = {}): FreeSlot => ({
	id: `${desk}@${start}`,
	desk,
	place: desk,
	date: 0,
	start,
	end: start + 10,
	...more,
});
const wish = (id: string, desks: string[], weight = 1, must = false) => ({
	id,
	desks,
	weight,
	must,
});
const problem = (part: Partial<VisitProblem>): VisitProblem => ({
	wishes: [],
	slots: [],
	travel: [],
	pause: 0,
	fixed: [],
	...part,
});
const placed = (visit: { placements: readonly Placement[] } | null) =>
	visit?.placements.map(({ wish, slot }) => `${wish}:${slot.id}`);

describe('the best visit', () => {
	it('is the best of all visits, tried one by one', () => {
		fc.assert(
			fc.property(problems({ wishes: [0, 4], slots: [0, 10] }), (instance) => {
				const visit = bestVisit(instance)!;
				expect(brokenRules(instance, visit.placements)).toEqual([]);
				expect(sumsOf(instance, visit.placements)).toEqual({
					mustWeight: visit.mustWeight,
					weight: visit.weight,
					dates: visit.dates,
					waiting: visit.waiting,
					end: visit.end,
				});
				for (const other of everyVisit(instance))
					expect(compareSums(visit, sumsOf(instance, other))).toBeLessThanOrEqual(0);
			}),
			{ numRuns: 400 },
		);
	});

	it('waits on no date less than the bound by which dates are passed over', () => {
		let reached = 0;
		fc.assert(
			fc.property(problems({ wishes: [2, 5], slots: [8, 16] }), (given) => {
				const instance = { ...given, fixed: [] };
				const { days, places } = candidatesByDate(instance);
				const turns = turnTable(instance, places);
				for (const nodes of days.map(dayNodes)) {
					const bound = leastWaiting(nodes, turns);
					const table = fillDayTable(nodes, instance.wishes.length, turns, 'waiting-then-end');
					table.costs().forEach((cost, set) => {
						if (set === 0 || cost === UNREACHABLE) return;
						expect(bound(set)).toBeLessThanOrEqual(table.waitingOf(cost));
						if (bound(set) > 0 && bound(set) === table.waitingOf(cost)) reached++;
					});
				}
			}),
			{ numRuns: 200 },
		);
		expect(reached).toBeGreaterThan(0);
	});

	it('does not depend on the order of what comes in', () => {
		fc.assert(
			fc.property(problems({ wishes: [3, 5], slots: [8, 14] }), (instance) => {
				const turned = { ...instance, slots: [...instance.slots].reverse() };
				expect(placed(bestVisit(turned))).toEqual(placed(bestVisit(instance)));
			}),
			{ numRuns: 100 },
		);
	});

	it('never gets worse by one more free slot', () => {
		fc.assert(
			fc.property(problems({ wishes: [3, 6], slots: [8, 16] }), fc.nat(), (instance, pick) => {
				fc.pre(instance.slots.length > 0);
				const index = pick % instance.slots.length;
				const fewer = { ...instance, slots: instance.slots.filter((_, i) => i !== index) };
				expect(compareSums(bestVisit(instance)!, bestVisit(fewer)!)).toBeLessThanOrEqual(0);
			}),
			{ numRuns: 150 },
		);
	});

	it('without one wish still places what it placed of the others', () => {
		fc.assert(
			fc.property(problems({ wishes: [3, 6], slots: [8, 16] }), fc.nat(), (instance, pick) => {
				// A way may be shorter over a third place, so an appointment can make room: not here.
				fc.pre(instance.wishes.length > 0);
				const level = { ...instance, travel: [] };
				const gone = level.wishes[pick % level.wishes.length]!;
				const before = bestVisit(level)!;
				const rest = { ...level, wishes: level.wishes.filter(({ id }) => id !== gone.id) };
				const kept = before.placements.filter(({ wish }) => wish !== gone.id);
				expect(bestVisit(rest)!.weight).toBeGreaterThanOrEqual(sumsOf(level, kept).weight);
			}),
			{ numRuns: 150 },
		);
	});

	it.each([
		[
			'weighs must-haves before everything else',
			problem({
				wishes: [wish('must', ['a'], 1, true), wish('b', ['b'], 9)],
				slots: [slot('a', 100), slot('b', 100)],
			}),
			['must:a@100'],
		],
		[
			'takes fewer dates before less waiting',
			problem({
				wishes: [wish('a', ['a']), wish('b', ['b'])],
				slots: [slot('a', 100), slot('b', 1540, { date: 1 }), slot('b', 300)],
			}),
			['a:a@100', 'b:b@300'],
		],
		[
			'walks no faster than people do',
			problem({
				wishes: [wish('a', ['a']), wish('b', ['b'])],
				slots: [slot('a', 100), slot('b', 112), slot('b', 113)],
				travel: [{ from: 'b', to: 'a', minutes: 3 }],
			}),
			['a:a@100', 'b:b@113'],
		],
		[
			'takes any of the acceptable desks',
			problem({ wishes: [wish('w', ['a', 'b'])], slots: [slot('b', 100), slot('a', 200)] }),
			['w:b@100'],
		],
		[
			'sees a teacher twice in a row for two siblings',
			problem({
				wishes: [wish('x', ['a']), wish('y', ['a'])],
				slots: [slot('a', 100), slot('a', 110), slot('a', 130)],
			}),
			['x:a@100', 'y:a@110'],
		],
		[
			'plans around what is fixed, near it',
			problem({
				wishes: [wish('a', ['a'])],
				slots: [slot('a', 100), slot('a', 205), slot('a', 212)],
				fixed: [{ date: 0, place: 'b', start: 190, end: 200 }],
				travel: [{ from: 'a', to: 'b', minutes: 8 }],
			}),
			['a:a@212'],
		],
		[
			'never comes at all with an empty list of windows',
			problem({ wishes: [wish('a', ['a'])], slots: [slot('a', 100)], windows: [] }),
			[],
		],
		[
			'joins windows that touch',
			problem({
				wishes: [wish('a', ['a'])],
				slots: [slot('a', 100)],
				windows: [
					[90, 105],
					[105, 120],
				],
			}),
			['a:a@100'],
		],
		['has nothing to say about no wishes', problem({ slots: [slot('a', 100)] }), []],
	])('%s', (_, instance, expected) => {
		expect(placed(bestVisit(instance))).toEqual(expected);
	});

	it('breaks no rule beyond twelve wishes, and says that it may not be the best', () => {
		const wishes = Array.from({ length: 15 }, (_, i) => wish(`w${i}`, [`d${i}`], 1 + (i % 3)));
		const slots = wishes.flatMap((_, i) => [
			slot(`d${i}`, 100 + 10 * i),
			slot(`d${i}`, 100 + 10 * ((i * 7) % 15)),
		]);
		const unique = [...new Map(slots.map((entry) => [entry.id, entry])).values()];
		const instance = problem({ wishes, slots: unique });
		const visit = planVisit(instance)!;
		expect(visit.exact).toBe(false);
		expect(brokenRules(instance, visit.placements)).toEqual([]);
		expect(sumsOf(instance, visit.placements)).toMatchObject({
			weight: visit.weight,
			waiting: visit.waiting,
		});
		expect(visit.placements.length).toBeGreaterThanOrEqual(12);
	});
});

describe('suggestions', () => {
	it('are different visits, the best first, at least three where so many of full weight exist', () => {
		fc.assert(
			fc.property(problems({ wishes: [0, 3], slots: [0, 8] }), (instance) => {
				const { suggestions } = suggestVisits(instance);
				const best = bestVisit(instance)!;
				expect(placed(suggestions[0]?.visit ?? null) ?? []).toEqual(placed(best));
				const keys = suggestions.map(({ visit }) => placed(visit)!.join());
				expect(new Set(keys).size).toBe(keys.length);
				for (const { visit } of suggestions)
					expect(brokenRules(instance, visit.placements)).toEqual([]);
				if (best.weight === 0) return;
				const full = [...everyVisit(instance)].filter((placements) => {
					const sums = sumsOf(instance, placements);
					const free = placements.some(
						({ wish: id }) => instance.wishes.find((wish) => wish.id === id)!.weight === 0,
					);
					return sums.weight === best.weight && sums.mustWeight === best.mustWeight && !free;
				});
				expect(suggestions.length).toBeGreaterThanOrEqual(Math.min(3, full.length));
			}),
			{ numRuns: 250 },
		);
	});

	it('have a name for what is good about them', () => {
		const wishes = [wish('a', ['a']), wish('b', ['b'])];
		const slots = [
			...[slot('a', 100), slot('b', 125)],
			...[slot('a', 200), slot('b', 210), slot('b', 216)],
			...[slot('a', 1600, { date: 1 }), slot('b', 1650, { date: 1 })],
		];
		const { suggestions } = suggestVisits(problem({ wishes, slots }));
		expect(suggestions.map(({ name, visit }) => [name, placed(visit)])).toEqual([
			['shortest', ['a:a@200', 'b:b@210']],
			['earliest', ['a:a@100', 'b:b@125']],
			['roomy', ['a:a@200', 'b:b@216']],
			['other-date', ['a:a@1600', 'b:b@1650']],
		]);
	});

	it('say why a wish is left out', () => {
		const instance = problem({
			wishes: ['full', 'late', 'fixed', 'beside', 'here'].map((id, i) => wish(id, [id], 1 + i)),
			slots: [slot('late', 900), slot('fixed', 205), slot('beside', 105), slot('here', 100)],
			windows: [[0, 300]],
			fixed: [{ date: 0, place: 'x', start: 200, end: 210 }],
		});
		const visit = bestVisit(instance)!;
		expect(placed(visit)).toEqual(['here:here@100']);
		expect(unplacedWishes(instance, visit)).toEqual([
			{ wish: 'full', reason: 'desk-full' },
			{ wish: 'late', reason: 'outside-windows' },
			{ wish: 'fixed', reason: 'collides-with-fixed' },
			{ wish: 'beside', reason: 'collides-with-others' },
		]);
	});
});
