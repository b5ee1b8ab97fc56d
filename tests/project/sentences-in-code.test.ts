// What people read comes from messages/, so that it can be read as a whole and written in other languages.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'svelte/compiler';
import ts from 'typescript';
import { expect, it } from 'vitest';

/** Read by programs and by those who run them, in English; or the words of the school's own lists. */
const ELSEWHERE = [
	'src/commands/',
	'src/hooks.server.ts',
	'src/lib/paraglide/',
	'src/lib/server/api/',
	'src/lib/core/planner/visit-instance.ts',
	'src/lib/core/register/headings/',
	'src/lib/core/time/zone-cities.ts',
	'src/lib/server/register/write-lists.ts',
	'src/lib/server/register/write-one-roster.ts',
];
/** The name of the program, and what stands on keys. */
const NAMES = new Set(['Ten Chairs', 'Ctrl+Z']);
/** What a browser or a screen reader reads out of an attribute. */
const READ_OUT = new Set([
	'alt',
	'aria-description',
	'aria-label',
	'label',
	'placeholder',
	'title',
]);

/** Begins like a sentence or a label and goes on in words. */
const isSentence = (text: string): boolean => /^\s*\p{Lu}[\p{Ll}’']* \p{Ll}/u.test(text);
const isWord = (text: string): boolean => /\p{L}{2}/u.test(text) && !/^\s*https?:/.test(text);

function* filesBelow(folder: string): Generator<string> {
	for (const name of readdirSync(folder)) {
		const path = join(folder, name);
		if (ELSEWHERE.some((one) => `${path}/`.startsWith(one))) continue;
		if (statSync(path).isDirectory()) yield* filesBelow(path);
		else if (/\.(svelte|ts)$/.test(name)) yield path;
	}
}

const isThrown = (node: ts.Node): boolean =>
	ts.isNewExpression(node) &&
	ts.isIdentifier(node.expression) &&
	node.expression.text.endsWith('Error');

/** Sentences among a program's texts; what is thrown is read by whoever mends it, and SQL by PostgreSQL. */
function inProgram(code: string): string[] {
	const found: string[] = [];
	const visit = (node: ts.Node): void => {
		if (ts.isImportDeclaration(node) || ts.isTaggedTemplateExpression(node)) return;
		if (isThrown(node)) return;
		if (ts.isStringLiteralLike(node) && isSentence(node.text)) found.push(node.text);
		if (ts.isTemplateExpression(node)) {
			const words = [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)];
			if (isSentence(words.join('X'))) found.push(words.join('…'));
		}
		ts.forEachChild(node, visit);
	};
	visit(ts.createSourceFile('code.ts', code, ts.ScriptTarget.Latest));
	return found;
}

/** Words that stand in a component's markup, or in an attribute that is read out. */
function inComponent(code: string): string[] {
	const { fragment, instance, module } = parse(code, { modern: true });
	const found = [instance, module].flatMap((script) => {
		const { start, end } = (script?.content ?? { start: 0, end: 0 }) as {
			start: number;
			end: number;
		};
		return inProgram(code.slice(start, end));
	});
	const visit = (node: unknown, isRead: boolean): void => {
		if (Array.isArray(node)) return node.forEach((one) => visit(one, isRead));
		if (typeof node !== 'object' || node === null) return;
		const { type, data, name, value } = node as Record<string, unknown>;
		if (type === 'Attribute') return visit(value, READ_OUT.has(String(name)));
		if (type === 'StyleDirective' || type === 'Comment') return;
		if (type === 'Text' && isRead && isWord(String(data))) found.push(String(data).trim());
		if (type === 'Literal' && typeof value === 'string' && isSentence(value)) found.push(value);
		for (const [key, child] of Object.entries(node)) if (key !== 'parent') visit(child, isRead);
	};
	visit(fragment, true);
	return found;
}

const sentencesOf = (path: string, code: string): string[] =>
	(path.endsWith('.svelte') ? inComponent(code) : inProgram(code)).filter(
		(text) => !NAMES.has(text.trim()),
	);

it('finds what it looks for', () => {
	expect(
		sentencesOf('a.ts', "const text = 'Booked at once'; const other = `No room on ${date}`;"),
	).toEqual(['Booked at once', 'No room on …']);
	expect(sentencesOf('a.ts', "throw new TypeError('Nobody reads this'); m.visit_take();")).toEqual(
		[],
	);
	expect(
		sentencesOf(
			'a.svelte',
			'<p class="mb-4 flex">and</p><input placeholder="Your name" value="x y">',
		),
	).toEqual(['and', 'Your name']);
});

it('nothing that people read stands in code', () => {
	const found = [...filesBelow('src')].flatMap((path) =>
		sentencesOf(path, readFileSync(path, 'utf8')).map((text) => `${path}: ${text}`),
	);
	expect(found).toEqual([]);
});
