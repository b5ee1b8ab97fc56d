import fc from 'fast-check';
import loadHighs from 'highs';
import { expect, it } from 'vitest';
import { bestVisit } from '$lib/core/planner/best-visit';
import type { VisitProblem } from '$lib/core/planner/visit-problem';
import { solveVisit, type Solver } from './highs-model';
import { problems, ruledProblems } from './visit-fixtures';

// HiGHS, a mixed-integer solver: Huangfu and Hall, Parallelizing the dual revised simplex method,
// Mathematical Programming Computation 10, 2018.
it.each<[string, fc.Arbitrary<VisitProblem>, { runs: number; divided: boolean; atLeast: number }]>([
	[
		'of one party',
		problems({ wishes: [4, 7], slots: [12, 18] }),
		{ runs: 24, divided: false, atLeast: 2 },
	],
	[
		'with all rules',
		ruledProblems({ wishes: [4, 7], slots: [12, 18] }),
		{ runs: 12, divided: false, atLeast: 1 },
	],
	[
		'of two adults who divide',
		ruledProblems({ wishes: [3, 5], slots: [8, 12] }),
		{ runs: 10, divided: true, atLeast: 1 },
	],
])(
	'the best visit %s has the sums that a mixed-integer solver finds',
	async (_, arbitrary, { runs, divided, atLeast }) => {
		const instances = fc.sample(arbitrary, { numRuns: runs, seed: 20261203 });
		let placed = 0;
		for (const instance of instances) {
			const solver = (await loadHighs()) as unknown as Solver;
			const visit = bestVisit(instance, { divided })!;
			const { mustWeight, weight, dates, waiting, end } = visit;
			placed += visit.placements.length;
			expect({ instance, sums: { mustWeight, weight, dates, waiting, end: end ?? 0 } }).toEqual({
				instance,
				sums: solveVisit(solver, instance, divided),
			});
		}
		// The instances are worth solving.
		expect(placed / instances.length).toBeGreaterThan(atLeast);
	},
	180_000,
);
