// bin/bench exactness [INSTANCES]: the planner against a mixed-integer solver on larger instances
// than the tests take. Prints how many agree, and the two times as a ratio.
import fc from 'fast-check';
import loadHighs from 'highs';
import { bestVisit } from '../src/lib/core/planner/best-visit';
import { solveVisit, type Solver } from '../tests/core/highs-model';
import { problems } from '../tests/core/visit-fixtures';

const numRuns = Number(process.argv[3] ?? 200);
const instances = fc.sample(problems({ wishes: [4, 8], slots: [16, 26] }), { numRuns, seed: 1916 });

let agree = 0;
let planner = 0;
let solver = 0;
for (const instance of instances) {
	const highs = (await loadHighs()) as unknown as Solver;
	const started = performance.now();
	const { mustWeight, weight, dates, waiting, end } = bestVisit(instance)!;
	const planned = performance.now();
	const solved = solveVisit(highs, instance);
	planner += planned - started;
	solver += performance.now() - planned;
	const ours = { mustWeight, weight, dates, waiting, end: end ?? 0 };
	if (JSON.stringify(ours) === JSON.stringify(solved)) agree++;
	else console.log('differs:', JSON.stringify({ instance, ours, solved }));
}
console.log(
	`${agree} of ${numRuns} agree; the solver takes ${Math.round(solver / planner)} times as long`,
);
if (agree < numRuns) process.exitCode = 1;
