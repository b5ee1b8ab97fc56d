import { defineConfig } from '@playwright/test';
import { chromiumPath } from './scripts/project.mjs';

export default defineConfig({
	testDir: 'tests/browser',
	// One more than the cores: while one waits for its server, the others go on.
	workers: 3,
	timeout: 180_000,
	// Many times what it takes: a busy machine stands still for seconds.
	expect: { timeout: 20_000 },
	reporter: process.env.CI ? 'line' : 'list',
	outputDir: 'test-results',
	use: {
		viewport: { width: 1280, height: 800 },
		trace: 'off',
		launchOptions: {
			executablePath: chromiumPath(),
			args: [
				'--no-sandbox',
				'--disable-gpu',
				'--disable-quic',
				'--no-first-run',
				'--disable-dev-shm-usage',
				'--disable-background-networking',
				'--disable-component-update',
				'--disable-sync',
			],
		},
	},
});
