// What must be done in one place only, and what must not be taken for what it is said to be.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { operations } from '$lib/server/api/operations';
import ts from 'typescript';

const sources = execFileSync('git', ['ls-files', 'src', 'demo'], { encoding: 'utf8' })
	.split('\n')
	.filter((file) => /\.(ts|svelte)$/.test(file));

const scriptOf = (file: string): string => {
	const text = readFileSync(file, 'utf8');
	if (!file.endsWith('.svelte')) return text;
	return [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)]
		.map(([, script]) => script)
		.join('\n');
};

const trees = new Map(
	sources.map((file) => [
		file,
		ts.createSourceFile(file, scriptOf(file), ts.ScriptTarget.Latest, true, ts.ScriptKind.TS),
	]),
);

/** Every node of a file for which the question is answered with yes. */
function nodesOf(file: string, question: (node: ts.Node) => boolean): ts.Node[] {
	const found: ts.Node[] = [];
	const visit = (node: ts.Node): void => {
		if (question(node)) found.push(node);
		ts.forEachChild(node, visit);
	};
	visit(trees.get(file)!);
	return found;
}

const calls =
	(name: string) =>
	(node: ts.Node): boolean =>
		ts.isCallExpression(node) && node.expression.getText() === name;

describe('what belongs to every change has one caller', () => {
	it.each([
		'recordAct',
		'announceChange',
		'touchConference',
		'deriveWishes',
		'tendWaitingList',
		'tendWaitingLists',
		'follow',
		'earlierAct',
	])('%s', (name) => {
		const files = sources.filter((file) => nodesOf(file, calls(name)).length > 0);
		expect([name, files.length]).toEqual([name, 1]);
	});
});

/** What a server says, before anybody has looked at it. */
const isUnread = (node: ts.Node): boolean =>
	/^(await )?\(?(await )?[\w.]*(\.json\(\)|JSON\.parse\(|fetch\()/.test(node.getText());

describe('answers are read by their schema', () => {
	const pages = sources.filter((file) => /^src\/(lib\/ui|routes)\//.test(file));

	it('and never said to be something', () => {
		const said = pages.flatMap((file) =>
			nodesOf(file, (node) => ts.isAsExpression(node) && isUnread(node.expression))
				// A field of a form that holds JSON is read by a schema on the next line.
				.filter((node) => !node.getText().endsWith('as unknown'))
				.map((node) => `${file}: ${node.getText()}`),
		);
		expect(said).toEqual([]);
	});

	it('and asked for in one way', () => {
		const asking = pages.filter((file) => nodesOf(file, calls('fetch')).length > 0);
		expect(asking).toEqual([
			expect.stringMatching(/ask-server\.ts$/),
			expect.stringMatching(/post-for-lines\.ts$/),
			// Asks nothing: whether the page itself comes through.
			expect.stringMatching(/reach-this-page\.ts$/),
		]);
	});
});

it('what other programs may change is declared, and described as it is declared', () => {
	const changing = operations.filter(({ method }) => method !== 'get');
	// Whole visits are worked out by a question, which is too large for an address.
	expect(changing.filter(({ does }) => !does).map(({ id }) => id)).toEqual(['postPlans']);
	for (const { does, keyed, step } of changing)
		if (does) expect([keyed, step === 'finish']).toEqual([does.keyed, does.finishes !== null]);
});
