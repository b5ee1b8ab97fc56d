// bin/plan [--alternatives] < instance.json: the first family's best visit.
import { readFileSync } from 'node:fs';
import { planVisit } from '../lib/core/visits/plan-visit';
import { suggestVisits } from '../lib/core/visits/suggest-visits';
import {
	placedRequests,
	readVisitInstance,
	visitProblemOf,
} from '../lib/core/visits/visit-instance';

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

const exactness = (exact: boolean) => (exact ? {} : { exact: false });
if (flags.includes('--alternatives')) {
	const [best, ...others] = suggestVisits(problem).suggestions;
	print({
		placed: best ? placedRequests(family, best.visit) : [],
		...exactness(best?.visit.exact ?? true),
		alternatives: others.map(({ name, visit }) => ({
			name,
			placed: placedRequests(family, visit),
		})),
	});
} else {
	const visit = planVisit(problem)!;
	print({ placed: placedRequests(family, visit), ...exactness(visit.exact) });
}

function print(result: object): void {
	process.stdout.write(`${JSON.stringify(result)}\n`);
}
