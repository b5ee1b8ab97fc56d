// node scripts/run-typescript.mjs FILE.ts [ARGUMENTS]: bundles a program of the project and runs it.
import { rmSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { rolldown } from 'rolldown';
import { nodeWorker } from './node-worker.mjs';
import { projectRoot } from './project.mjs';

const [file = '', ...programArguments] = process.argv.slice(2);
const entry = resolve(file);
const output = join(
	projectRoot,
	'node_modules/.cache/ten-chairs',
	`${basename(entry, '.ts')}-${process.pid}.mjs`,
);
process.on('exit', () => rmSync(output, { force: true }));

const bundle = await rolldown({
	input: entry,
	platform: 'node',
	tsconfig: false,
	resolve: { alias: { $lib: join(projectRoot, 'src/lib') } },
	external: (id) => /^(node:|[@a-z])/i.test(id),
	transform: { target: 'node20' },
	plugins: [nodeWorker()],
});
await bundle.write({ file: output, format: 'esm', codeSplitting: false });
process.argv = [process.argv[0] ?? 'node', entry, ...programArguments];
await import(pathToFileURL(output).href);
