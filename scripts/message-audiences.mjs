// Who reads each sentence, by which pages and messages say it.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { projectRoot } from './project.mjs';

const SOURCES = join(projectRoot, 'src');
/** What the office's own people see. */
const OFFICE = /routes\/(office|account|password|set-up|sign-in|sign-out)\//;
/** What only answers a program, or takes a change of anybody's. */
const NO_PAGE = /routes\/(api|do|healthz|live)\//;
const PAGE_OR_LAYOUT = /routes\/.*\+(page|layout|error|server)[^/]*$/;
/** What is sent. */
const SENT = /lib\/server\/(notices|messages)\//;
const IMPORT = /(?:from|import)\s*\(?['"]([^'"]+)['"]/g;
const SAID = /(?:(?<![\w$.])m\.|\bsays\('|\bneeded\(\d+, ')([a-z]\w*)/g;

/** Who reads each sentence that some source says. @returns {Map<string, import('./messages.mjs').Audience>} */
export function messageAudiences() {
	const sources = new Map(filesIn(SOURCES).map((file) => [file, readSource(file)]));
	const outside = [...sources.keys()].filter(
		(file) => PAGE_OR_LAYOUT.test(file) && !OFFICE.test(file) && !NO_PAGE.test(file),
	);
	const onPages = saidFrom(
		outside.filter((file) => file.endsWith('.svelte')),
		sources,
	);
	const sent = new Set(
		[...sources].filter(([file]) => SENT.test(file)).flatMap(([, { said }]) => said),
	);
	const answered = saidFrom(outside, sources);
	const all = new Set([...sources.values()].flatMap(({ said }) => said));
	return new Map(
		[...all].map((name) => {
			if (onPages.has(name)) return [name, 'visitors'];
			if (sent.has(name)) return [name, 'sent'];
			return [name, answered.has(name) ? 'visitors' : 'office'];
		}),
	);
}

/** @typedef {{ readonly imports: readonly string[], readonly said: readonly string[] }} Source */

/** @param {string} file @returns {Source} */
function readSource(file) {
	const text = readFileSync(file, 'utf8');
	return {
		imports: [...text.matchAll(IMPORT)].flatMap(([, name]) => fileOf(file, name ?? '') ?? []),
		said: [...text.matchAll(SAID)].map(([, name]) => name ?? ''),
	};
}

/** What is said in the files and in all that they lead to. @param {readonly string[]} starts @param {ReadonlyMap<string, Source>} sources */
function saidFrom(starts, sources) {
	const reached = new Set(starts);
	for (const file of reached)
		for (const next of sources.get(file)?.imports ?? []) reached.add(next);
	return new Set([...reached].flatMap((file) => sources.get(file)?.said ?? []));
}

/** @param {string} from @param {string} name */
function fileOf(from, name) {
	const path = name.startsWith('$lib/')
		? join(SOURCES, 'lib', name.slice('$lib/'.length))
		: name.startsWith('.')
			? resolve(dirname(from), name)
			: null;
	if (!path) return null;
	return [path, `${path}.ts`].find((file) => existsSync(file) && statSync(file).isFile()) ?? null;
}

/** @param {string} folder @returns {string[]} */
function filesIn(folder) {
	return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
		const path = join(folder, entry.name);
		if (entry.isDirectory()) return entry.name === 'paraglide' ? [] : filesIn(path);
		return /\.(svelte|ts)$/.test(entry.name) ? [path] : [];
	});
}
