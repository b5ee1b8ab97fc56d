import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { nodeWorker } from './scripts/node-worker.mjs';

const alias = { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) };

/** Sentences are compiled already: to go through two thousand files once more takes a minute. */
const server = { deps: { external: [/\/src\/lib\/paraglide\//] } };

export default defineConfig({
	test: {
		// On two cores: PostgreSQL works while a file waits for it.
		maxWorkers: 2,
		coverage: {
			provider: 'v8',
			reportOnFailure: true,
			include: ['src/lib/{core,operations,server}/**/*.ts'],
			reporter: ['json-summary'],
		},
		projects: [
			{
				resolve: { alias },
				test: {
					server,
					name: 'core',
					// Pure computation: no file leaves anything behind for the next.
					isolate: false,
					include: ['tests/core/**/*.test.ts', 'tests/ui/**/*.test.ts'],
					// A busy machine is no fault of the computation's.
					testTimeout: 60_000,
				},
			},
			{
				resolve: { alias },
				plugins: [nodeWorker()],
				test: {
					server,
					name: 'server',
					setupFiles: ['tests/server/close-apps.ts'],
					isolate: false,
					include: ['tests/server/**/*.test.ts'],
					testTimeout: 60_000,
					hookTimeout: 60_000,
				},
			},
			{
				resolve: { alias },
				plugins: [nodeWorker()],
				test: {
					server,
					name: 'project',
					isolate: false,
					include: ['tests/project/**/*.test.ts'],
					testTimeout: 120_000,
				},
			},
		],
	},
});
