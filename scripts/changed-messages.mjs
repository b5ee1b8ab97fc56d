// While the sources are watched: writes anew the sentences that changed, and no others. To write all of them takes as
// long as it takes to lose the thread.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compile } from '@inlang/paraglide-js';
import { languages, messagesOf, messagesText } from './messages.mjs';
import { projectRoot, say } from './project.mjs';

const WRITTEN = join(projectRoot, 'src/lib/paraglide/messages');
/** A project of the changed sentences alone. */
const SMALL = join(projectRoot, '.svelte-kit/changed-messages');
const SETTINGS = 'project.inlang/settings.json';

/** Files that are written within so many milliseconds are one change: of each, the server begins anew. */
const TOGETHER = 50;
/** Types are for the editor: they wait, in milliseconds, until the page has had its turn. */
const AFTERWARDS = 4_000;

/** @typedef {Record<string, unknown>} Messages by name */
/** @typedef {Map<string, Messages>} Said by language */
/** @typedef {import('@inlang/paraglide-js').CompilerOptions} Options */

/** @returns {Said} */
const readAll = () => new Map(languages().map((language) => [language, messagesOf(language)]));

/** For Vite. @param {Options} options those of the sentences as a whole @returns {import('vite').Plugin} */
export function changedMessages(options) {
	/** @type {Said} */
	let known;
	let latest = Promise.resolve();
	/** @type {NodeJS.Timeout | undefined} */
	let soon;
	/** @type {NodeJS.Timeout | undefined} */
	let later;
	/** @type {Set<string>} those whose types are still as they were */
	const untyped = new Set();

	async function writeChanged() {
		const now = readAll();
		const names = changedNames(known, now);
		if (names.length === 0) return;
		await writeFunctions(now, names, options);
		known = now;
		say(`Sentences written: ${names.join(', ')}`);
		for (const name of names) untyped.add(name);
		clearTimeout(later);
		later = setTimeout(() => inTurn(writeUntyped), AFTERWARDS);
	}

	async function writeUntyped() {
		const names = [...untyped];
		untyped.clear();
		await writeTypes(known, names, options);
	}

	/** @param {() => Promise<void>} work */
	function inTurn(work) {
		latest = latest
			.then(work)
			.catch(({ message }) => void say(`The sentences stay as they were: ${message}`));
	}

	return {
		name: 'changed-messages',
		apply: 'serve',
		configureServer({ watcher }) {
			known = readAll();
			watcher.add(join(projectRoot, 'messages'));
			watcher.on('change', (file) => {
				if (!file.startsWith(join(projectRoot, 'messages'))) return;
				clearTimeout(soon);
				soon = setTimeout(() => inTurn(writeChanged), TOGETHER);
			});
		},
	};
}

/** @param {Said} before @param {Said} now */
function changedNames(before, now) {
	const names = new Set([...now.values()].flatMap((messages) => Object.keys(messages)));
	const text = (/** @type {Said} */ said, /** @type {string} */ name) =>
		JSON.stringify([...said.values()].map((messages) => messages[name]));
	return [...names].filter((name) => text(before, name) !== text(now, name));
}

/** @param {Said} said @param {readonly string[]} names @param {Options} options */
async function writeFunctions(said, names, options) {
	const outdir = await compileSome(said, names, { ...options, emitTsDeclarations: false });
	for (const name of [...said.keys(), '_index']) splice(outdir, `${name}.js`, names, functionOf);
}

/** @param {Said} said @param {readonly string[]} names @param {Options} options */
async function writeTypes(said, names, options) {
	const outdir = await compileSome(said, names, { ...options, emitTsDeclarations: true });
	splice(outdir, '_index.d.ts', names, declarationOf);
}

/** @param {Said} said @param {readonly string[]} names @param {Options} options @returns {Promise<string>} the folder in which they are written */
async function compileSome(said, names, options) {
	mkdirSync(join(SMALL, 'project.inlang'), { recursive: true });
	for (const [language, messages] of said) {
		const some = Object.fromEntries(names.map((name) => [name, messages[name]]));
		writeFileSync(join(SMALL, `${language}.json`), messagesText(some));
	}
	const settings = JSON.parse(readFileSync(join(projectRoot, SETTINGS), 'utf8'));
	writeFileSync(
		join(SMALL, SETTINGS),
		JSON.stringify({
			...settings,
			modules: settings.modules.map((/** @type {string} */ module) => `../../${module}`),
			'plugin.inlang.messageFormat': { pathPattern: './{locale}.json' },
		}),
	);
	const outdir = join(SMALL, 'written');
	await compile({
		...options,
		project: join(SMALL, 'project.inlang'),
		outdir,
		outputStructure: 'locale-modules',
	});
	return outdir;
}

const functionOf = (/** @type {string} */ name) =>
	new RegExp(`^export const ${name} = [\\s\\S]*?^};?$`, 'm');
const declarationOf = (/** @type {string} */ name) =>
	new RegExp(`^export function ${name}\\([\\s\\S]*?\\): LocalizedString;$`, 'm');

/**
 * Puts what stands for these names in a small file into the large one of the same name.
 * @param {string} from @param {string} file @param {readonly string[]} names @param {(name: string) => RegExp} partOf
 */
function splice(from, file, names, partOf) {
	const path = join(WRITTEN, file);
	if (!existsSync(path)) return;
	const before = readFileSync(path, 'utf8');
	const small = readFileSync(join(from, 'messages', file), 'utf8');
	const after = names.reduce((text, name) => {
		const part = partOf(name).exec(small)?.[0];
		if (!part) return text;
		return partOf(name).test(text) ? text.replace(partOf(name), () => part) : `${text}\n${part}\n`;
	}, before);
	if (after !== before) writeFileSync(path, after);
}
