import { paraglideVitePlugin } from '@inlang/paraglide-js';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { nodeWorker } from './scripts/node-worker.mjs';
import { usedMessages } from './scripts/used-messages.mjs';

export default defineConfig({
	plugins: [
		tailwindcss(),
		paraglideVitePlugin({
			project: './project.inlang',
			outdir: './src/lib/paraglide',
			strategy: ['cookie', 'baseLocale'],
			cookieName: 'ten-chairs-language',
			emitTsDeclarations: true,
		}),
		sveltekit(),
		nodeWorker(),
		usedMessages(),
	],
	worker: { format: 'es' },
});
