// Every check and every test, one after the other, on a cluster made for this run. The last line of
// its output is `N passed, N failed`.
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { discardCluster, startCluster } from './cluster.mjs';
import { ensureBuild, ensureChromium, ensurePackages, projectRoot } from './project.mjs';

process.chdir(projectRoot);
await ensurePackages();
ensureChromium();

const data = mkdtempSync(join(process.env.TMPDIR ?? tmpdir(), 'ten-chairs-test-'));
const cluster = await startCluster(data);
/** @type {import('node:child_process').ChildProcess | null} */
let running = null;
function leave() {
	running?.kill('SIGTERM');
	cluster.stop();
	discardCluster(data);
}
for (const signal of ['SIGINT', 'SIGTERM'])
	process.once(signal, () => {
		leave();
		process.exit(1);
	});

const environment = {
	...process.env,
	TEN_CHAIRS_TEST_SERVER: cluster.url('').replace(/\/$/, ''),
	FORCE_COLOR: '0',
};

/** @param {string} bin a package's program, below node_modules @param {string[]} args */
function run(bin, ...args) {
	return new Promise(
		(/** @type {(result: { code: number, output: string }) => void} */ resolve) => {
			running = spawn(process.execPath, [join('node_modules', bin), ...args], {
				env: environment,
				stdio: ['ignore', 'pipe', 'pipe'],
			});
			let output = '';
			for (const stream of [running.stdout, running.stderr])
				stream?.on('data', (chunk) => {
					output += chunk;
					process.stdout.write(chunk);
				});
			running.once('exit', (code) => resolve({ code: code ?? 1, output }));
		},
	);
}

/** @param {string} output @param {RegExp} pattern */
const count = (output, pattern) => Number(pattern.exec(output)?.[1] ?? 0);

let passed = 0;
let failed = 0;

/** A check that passes or fails as a whole. @param {string} name @param {() => Promise<unknown>} work */
async function check(name, work) {
	console.log(`\n== ${name}`);
	const result = await work();
	const good =
		typeof result !== 'object' || result === null || !('code' in result) || result.code === 0;
	if (good) passed++;
	else failed++;
	console.log(`-- ${name}: ${good ? 'passed' : 'FAILED'}`);
}

/**
 * A runner that counts its own tests.
 * @param {string} name @param {() => Promise<{ code: number, output: string }>} work
 * @param {{ passed: RegExp, failed: RegExp }} patterns
 */
async function suite(name, work, patterns) {
	console.log(`\n== ${name}`);
	const { code, output } = await work();
	const bad = count(output, patterns.failed);
	passed += count(output, patterns.passed);
	failed += code === 0 ? bad : Math.max(1, bad);
}

const vitest = { passed: /Tests .*?(\d+) passed/, failed: /Tests .*?(\d+) failed/ };

try {
	await check('format', () => run('prettier/bin/prettier.cjs', '--check', '.'));
	await check('build', () => ensureBuild());
	await check('types', () =>
		run('svelte-check/bin/svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings'),
	);
	await check('lint', () => run('eslint/bin/eslint.js', '.'));
	await check('directions of imports', () =>
		run(
			'dependency-cruiser/bin/dependency-cruise.mjs',
			'--config',
			'.dependency-cruiser.cjs',
			'src',
			'demo',
		),
	);
	await check('nothing unused', () => run('knip/bin/knip.js'));
	await suite('core, server and project', () => run('vitest/vitest.mjs', 'run'), vitest);
	await suite('browser', () => run('@playwright/test/cli.js', 'test'), {
		passed: /^\s*(\d+) passed/m,
		failed: /^\s*(\d+) failed/m,
	});
} finally {
	leave();
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
