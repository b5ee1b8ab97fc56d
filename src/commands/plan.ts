// bin/plan [--alternatives] < instance.json: the first family's best visit.
import { readFileSync } from 'node:fs';
import { planVisit } from '../lib/core/planner/plan-visit';
import { suggestVisits } from '../lib/core/planner/suggest-visits';
import {
	mayDivide,
	placedRequests,
	readVisitInstance,
	visitProblemOf,
} from '../lib/core/planner/visit-instance';

function refuse(sentence: string): never {
	process.stderr.write(`${sentence}\n`);
	process.exit(2);
}

const flags = process.argv.slice(2);
const unknown = flags.find((flag) => flag !== '--alternatives');
if (unknown) refuse(`The option ${unknown} is not known; there is --alternatives.`);

const read = readVisitInstance(readFileSync(0, 'utf8'));
if (!read.ok) refuse(read.sentence);
const family = read.instance.families[0]!;
const problem = visitProblemOf(read.instance, family);

const divided = mayDivide(family);
const exactness = (exact: boolean) => (exact ? {} : { exact: false });
const best = planVisit(problem, { divided })!;
const placed = placedRequests(family, best);
if (flags.includes('--alternatives')) {
	// Going together is an alternative of its own for two adults who may divide.
	const { suggestions } = suggestVisits(problem);
	const others = divided ? suggestions : suggestions.slice(1);
	print({
		placed,
		...exactness(best.exact),
		alternatives: others.map(({ name, visit }) => ({
			name,
			placed: placedRequests(family, visit),
		})),
	});
} else print({ placed, ...exactness(best.exact) });

function print(result: object): void {
	process.stdout.write(`${JSON.stringify(result)}\n`);
}
