// What every command needs first: where the project is, its packages, and a build that is current.
import { execFile, execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
	existsSync,
	mkdirSync,
	readdirSync,
	readFileSync,
	rmSync,
	statSync,
	writeFileSync,
} from 'node:fs';
import { join, relative } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';

export const projectRoot = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

/** Says what is being done, on standard error, so that standard output stays for results. */
export const say = (/** @type {string} */ text) => process.stderr.write(`${text}\n`);

/** Ends the program with one sentence. @param {string} sentence @returns {never} */
export function refuse(sentence) {
	say(sentence);
	process.exit(1);
}

const isRoot = process.getuid?.() === 0;

/**
 * Installs Debian packages when root; otherwise names the command that would.
 * @param {string[]} packages @param {{ before?: () => void }} [options]
 */
export function installDebian(packages, { before } = {}) {
	const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
	if (!isRoot) refuse(`Missing: ${packages.join(', ')}. Install it as root with: ${command}`);
	before?.();
	say(`Installing ${packages.join(', ')} …`);
	/** @type {import('node:child_process').ExecFileSyncOptions} */
	const options = {
		stdio: ['ignore', 'ignore', 'inherit'],
		env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
	};
	// A server that does not answer is not waited for long.
	const patience = ['-o', 'Acquire::http::Timeout=10', '-o', 'Acquire::Retries=1'];
	execFileSync('apt-get', [...patience, 'update', '-q'], options);
	execFileSync('apt-get', [...patience, ...command.split(' ').slice(1)], options);
}

/** Debian's Chromium without a window, which does the same for a third less of the processor's time. */
const WINDOWLESS = '/usr/bin/chromium-headless-shell';
const WITH_WINDOW = '/usr/bin/chromium';

/** Where Chromium is. @returns {string} its path */
export const chromiumPath = () => (existsSync(WINDOWLESS) ? WINDOWLESS : WITH_WINDOW);

/** Chromium for the browser tests: the one without a window where it is or can be installed. @returns {string} its path */
export function ensureChromium() {
	if (existsSync(WITH_WINDOW) && !existsSync(WINDOWLESS) && isRoot)
		try {
			installDebian(['chromium-headless-shell']);
		} catch {
			say('Chromium with a window serves as well; it takes a little longer.');
		}
	if (!existsSync(chromiumPath())) installDebian(['chromium-headless-shell']);
	return chromiumPath();
}

/** @param {string[]} paths files and folders below the project @returns {string} */
function fingerprint(paths) {
	const hash = createHash('sha256');
	/** @param {string} path */
	const add = (path) => {
		if (!existsSync(path)) return;
		if (statSync(path).isDirectory())
			for (const name of readdirSync(path).sort()) add(join(path, name));
		else hash.update(`${relative(projectRoot, path)}\0`).update(readFileSync(path));
	};
	for (const path of paths) add(join(projectRoot, path));
	return hash.digest('hex');
}

/**
 * Does the work unless it was done for these very inputs; one process at a time.
 * @param {string} stamp @param {string} wanted @param {string} lock @param {() => Promise<void>} work
 */
async function onceFor(stamp, wanted, lock, work) {
	const isDone = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
	while (!isDone()) {
		if (!takeLock(lock)) {
			await sleep(500);
			continue;
		}
		try {
			if (!isDone()) {
				await work();
				writeFileSync(stamp, wanted);
			}
		} finally {
			rmSync(lock, { force: true });
		}
	}
}

/** @param {string} lock @returns {boolean} */
function takeLock(lock) {
	try {
		writeFileSync(lock, String(process.pid), { flag: 'wx' });
		return true;
	} catch (error) {
		const { code } = /** @type {NodeJS.ErrnoException} */ (error);
		if (code !== 'EEXIST')
			refuse(
				`${projectRoot} must belong to whoever runs this: packages and the build are put there (${code}).`,
			);
		const holder = Number(existsSync(lock) && readFileSync(lock, 'utf8'));
		if (holder && !isRunning(holder)) rmSync(lock, { force: true });
		return false;
	}
}

/** Whether a process works: one that has ended and that nobody has asked after does not. @param {number} pid */
export function isRunning(pid) {
	try {
		process.kill(pid, 0);
		const state = `/proc/${pid}/stat`;
		return !existsSync(state) || !/\) Z /.test(readFileSync(state, 'utf8'));
	} catch (error) {
		return /** @type {NodeJS.ErrnoException} */ (error).code === 'EPERM';
	}
}

/**
 * Shows what a program says only if it does not succeed. Whoever waits for it can do other things meanwhile.
 * @param {string} program @param {string[]} args @returns {Promise<void>}
 */
const runQuietly = (program, args) =>
	new Promise((resolve) => {
		const child = execFile(
			program,
			args,
			{ cwd: projectRoot, encoding: 'utf8', maxBuffer: 1 << 26 },
			(error, stdout, stderr) => {
				process.off('exit', end);
				if (error) refuse(`${stdout}${stderr}\n${program} ${args.join(' ')} did not succeed.`);
				resolve();
			},
		);
		const end = () => child.kill();
		process.once('exit', end);
	});

/** Installs the packages of the lock file, once for each version of it. */
export async function ensurePackages() {
	const stamp = join(projectRoot, 'node_modules/.ten-chairs-lock');
	const wanted = fingerprint(['package.json', 'package-lock.json']);
	await onceFor(stamp, wanted, join(projectRoot, '.packages.lock'), () => {
		say('Installing packages …');
		return runQuietly('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts']);
	});
}

const buildInputs = [
	'src',
	'static',
	'messages',
	'project.inlang/settings.json',
	'package-lock.json',
	'svelte.config.js',
	'vite.config.ts',
	'scripts/chunks-by-audience.mjs',
	'scripts/node-worker.mjs',
	'scripts/used-messages.mjs',
	'scripts/written-once.mjs',
];

/** Builds the program for production, once for each state of its sources. */
export async function ensureBuild() {
	const paths = buildInputs.flatMap((path) =>
		path === 'src'
			? readdirSync(join(projectRoot, 'src'), { recursive: true })
					.map(String)
					.filter(
						(name) =>
							!name.startsWith('lib/paraglide') &&
							statSync(join(projectRoot, 'src', name)).isFile(),
					)
					.sort()
					.map((name) => `src/${name}`)
			: [path],
	);
	mkdirSync(join(projectRoot, 'build'), { recursive: true });
	await onceFor(
		join(projectRoot, 'build/.sources'),
		fingerprint(paths),
		join(projectRoot, '.build.lock'),
		() => {
			say('Building …');
			return runQuietly('node', ['node_modules/vite/bin/vite.js', 'build']);
		},
	);
}
