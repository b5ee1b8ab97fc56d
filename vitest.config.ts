import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { nodeWorker } from './scripts/node-worker.mjs';

export default defineConfig({
	resolve: { alias: { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) } },
	plugins: [nodeWorker()],
	test: {
		// Core, server and project in one: what they are made of is compiled and read once, not three times.
		include: ['tests/{core,ui,server,project}/**/*.test.ts'],
		setupFiles: ['tests/server/close-apps.ts'],
		isolate: false,
		// One more than the cores: while a file waits for PostgreSQL or for a server, the others go on.
		maxWorkers: 3,
		// A busy machine is no fault of what is tested.
		testTimeout: 120_000,
		hookTimeout: 120_000,
		// Sentences are compiled already: to go through two thousand files once more takes a minute.
		server: { deps: { external: [/\/src\/lib\/paraglide\//] } },
		coverage: {
			provider: 'v8',
			reportOnFailure: true,
			include: ['src/lib/{core,operations,server}/**/*.ts'],
			reporter: ['json-summary'],
		},
	},
});
