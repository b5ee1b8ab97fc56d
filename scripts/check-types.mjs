// Checks the types of everything, pages included, with the compiler that is written in Go: half the time.
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { projectRoot } from './project.mjs';

/** Runs one of the project's own tools. @param {string} bin below node_modules @param {string[]} args */
function run(bin, ...args) {
	const { status } = spawnSync(process.execPath, [`node_modules/${bin}`, ...args], {
		cwd: projectRoot,
		stdio: 'inherit',
	});
	if (status !== 0) process.exit(status ?? 1);
}

run('@sveltejs/kit/svelte-kit.js', 'sync');
// It keeps what it made of each page, and would go on to check that of a page that is there no more.
rmSync(`${projectRoot}/.svelte-kit/.svelte-check`, { recursive: true, force: true });
run('svelte-check/bin/svelte-check', '--tsgo', '--tsconfig', 'tsconfig.json', '--fail-on-warnings');
