import { paraglideVitePlugin } from '@inlang/paraglide-js';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { audienceGroups, chunksByAudience } from './scripts/chunks-by-audience.mjs';
import { changedMessages } from './scripts/changed-messages.mjs';
import { nodeWorker } from './scripts/node-worker.mjs';
import { usedMessages } from './scripts/used-messages.mjs';
import { writtenOnce } from './scripts/written-once.mjs';

/** The sentences that several pages say lie in a few files, not in one for each two pages that share some. */
const codeSplitting = {
	groups: [
		...audienceGroups,
		{
			name: 'sentences',
			test: /paraglide[\\/]messages[\\/]/,
			minShareCount: 2,
			entriesAware: true,
			entriesAwareMergeThreshold: 4_000,
		},
	],
};

const sentences: Parameters<typeof paraglideVitePlugin>[0] = {
	project: './project.inlang',
	outdir: './src/lib/paraglide',
	strategy: ['cookie', 'baseLocale'],
	cookieName: 'ten-chairs-language',
	emitTsDeclarations: true,
};

export default defineConfig({
	plugins: [
		tailwindcss(),
		writtenOnce(paraglideVitePlugin(sentences)),
		changedMessages(sentences),
		sveltekit(),
		nodeWorker(),
		usedMessages(),
		chunksByAudience(),
	],
	environments: { client: { build: { rolldownOptions: { output: { codeSplitting } } } } },
	worker: { format: 'es' },
});
