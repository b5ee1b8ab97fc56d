// Every check and every test, on a cluster made for this run: checks two at a time, then the tests. The
// last line of its output is `N passed, N failed`.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { discardCluster, startCluster } from './cluster.mjs';
import { ensureBuild, ensureChromium, ensurePackages, projectRoot } from './project.mjs';

process.chdir(projectRoot);
const began = Date.now();
// Packages come from elsewhere; meanwhile this machine makes the cluster.
const packages = ensurePackages();
ensureChromium();
const data = mkdtempSync(join(process.env.TMPDIR ?? tmpdir(), 'ten-chairs-test-'));
const cluster = await startCluster(data, { throwaway: true });
/** @type {Set<import('node:child_process').ChildProcess>} */
const running = new Set();
// However it ends, also where packages or the build do not succeed.
process.once('exit', () => {
	for (const child of running) child.kill('SIGTERM');
	cluster.stop();
	discardCluster(data);
});
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(1));

const environment = {
	...process.env,
	TEN_CHAIRS_TEST_SERVER: cluster.url('').replace(/\/$/, ''),
	FORCE_COLOR: '0',
};

/** A package's program. @param {string} bin below node_modules @param {string[]} args */
const run = (bin, ...args) => runFile(join('node_modules', bin), ...args);

/** @param {string} file @param {string[]} args */
function runFile(file, ...args) {
	return new Promise(
		(/** @type {(result: { code: number, output: string }) => void} */ resolve) => {
			const child = spawn(process.execPath, [file, ...args], {
				env: environment,
				stdio: ['ignore', 'pipe', 'pipe'],
			});
			running.add(child);
			let output = '';
			for (const stream of [child.stdout, child.stderr])
				stream.on('data', (chunk) => {
					output += chunk;
					process.stdout.write(chunk);
				});
			child.once('exit', (code) => {
				running.delete(child);
				resolve({ code: code ?? 1, output });
			});
		},
	);
}

/** @param {string} output @param {RegExp} pattern */
const count = (output, pattern) => Number(pattern.exec(output)?.[1] ?? 0);

let passed = 0;
let failed = 0;

/** What each part took, in seconds. @type {[name: string, seconds: number][]} */
const times = [];
await packages;
times.push(['packages and cluster', Math.round((Date.now() - began) / 1000)]);

/** @template T @param {string} name @param {() => Promise<T>} work */
async function timed(name, work) {
	const began = Date.now();
	const result = await work();
	times.push([name, Math.round((Date.now() - began) / 1000)]);
	return result;
}

/** A check that passes or fails as a whole. @param {string} name @param {() => Promise<unknown>} work */
async function check(name, work) {
	console.log(`\n== ${name}`);
	const result = await timed(name, work);
	const good =
		typeof result !== 'object' || result === null || !('code' in result) || result.code === 0;
	if (good) passed++;
	else failed++;
	console.log(`-- ${name}: ${good ? 'passed' : 'FAILED'}`);
}

/** @param {(() => Promise<void>)[]} checks */
async function inTurn(checks) {
	for (const one of checks) await one();
}

/**
 * A runner that counts its own tests.
 * @param {string} name @param {() => Promise<{ code: number, output: string }>} work
 * @param {{ passed: RegExp, failed: RegExp }} patterns
 */
async function suite(name, work, patterns) {
	console.log(`\n== ${name}`);
	const { code, output } = await timed(name, work);
	const bad = count(output, patterns.failed);
	passed += count(output, patterns.passed);
	failed += code === 0 ? bad : Math.max(1, bad);
}

/** How much of each layer the tests went through. @param {string} file */
function tellCoverage(file) {
	if (!existsSync(file)) return;
	/** @type {Record<string, Record<'lines' | 'branches', { covered: number, total: number }>>} */
	const files = JSON.parse(readFileSync(file, 'utf8'));
	for (const layer of ['core', 'operations', 'server']) {
		const own = Object.entries(files).filter(([path]) => path.includes(`/src/lib/${layer}/`));
		const percent = (/** @type {'lines' | 'branches'} */ what) => {
			const [covered, total] = own.reduce(
				([covered, total], [, counts]) => [
					covered + counts[what].covered,
					total + counts[what].total,
				],
				[0, 0],
			);
			return `${((100 * covered) / Math.max(1, total)).toFixed(1)} % of ${what}`;
		};
		console.log(`coverage of ${layer}: ${percent('lines')}, ${percent('branches')}`);
	}
}

const vitest = { passed: /Tests .*?(\d+) passed/, failed: /Tests .*?(\d+) failed/ };

const build = check('build', () => ensureBuild());
// Two at a time, of about the same length. Types, directions and what is used look at what the build makes.
await Promise.all([
	build.then(() => check('types', () => runFile('scripts/check-types.mjs'))),
	inTurn([
		() => check('format', () => run('prettier/bin/prettier.cjs', '--check', '.')),
		() => check('lint', () => run('eslint/bin/eslint.js', '.')),
		() => build,
		() =>
			check('directions of imports', () =>
				run(
					'dependency-cruiser/bin/dependency-cruise.mjs',
					'--config',
					'.dependency-cruiser.cjs',
					'src',
					'demo',
				),
			),
		() => check('nothing unused', () => run('knip/bin/knip.js')),
	]),
]);
const coverage = join(data, 'coverage');
await suite(
	'core, server and project',
	() => run('vitest/vitest.mjs', 'run', '--coverage', `--coverage.reportsDirectory=${coverage}`),
	vitest,
);
tellCoverage(join(coverage, 'coverage-summary.json'));
await suite('browser', () => run('@playwright/test/cli.js', 'test'), {
	passed: /^\s*(\d+) passed/m,
	failed: /^\s*(\d+) failed/m,
});
for (const [name, seconds] of times) console.log(`${String(seconds).padStart(5)} s  ${name}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
