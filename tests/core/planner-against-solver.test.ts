import fc from 'fast-check';
import loadHighs from 'highs';
import { expect, it } from 'vitest';
import { bestVisit } from '$lib/core/visits/best-visit';
import { solveVisit, type Solver } from './highs-model';
import { problems } from './visit-fixtures';

// HiGHS, a mixed-integer solver: Huangfu and Hall, Parallelizing the dual revised simplex method,
// Mathematical Programming Computation 10, 2018.
it('the best visit has the sums that a mixed-integer solver finds', async () => {
	const instances = fc.sample(problems({ wishes: [4, 7], slots: [12, 18] }), {
		numRuns: 60,
		seed: 20261203,
	});
	let placed = 0;
	for (const instance of instances) {
		const solver = (await loadHighs()) as unknown as Solver;
		const visit = bestVisit(instance)!;
		const { mustWeight, weight, dates, waiting, end } = visit;
		placed += visit.placements.length;
		expect({ mustWeight, weight, dates, waiting, end: end ?? 0 }).toEqual(
			solveVisit(solver, instance),
		);
	}
	// The instances are worth solving: on average they place more than two wishes.
	expect(placed / instances.length).toBeGreaterThan(2);
}, 120_000);
