import { fileURLToPath } from 'node:url';
import { paraglideVitePlugin } from '@inlang/paraglide-js';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { nodeWorker } from './scripts/node-worker.mjs';

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
	],
	resolve: {
		alias: [
			// The package's own index of adapters drags in every validator there is.
			{
				find: /^sveltekit-superforms\/adapters$/,
				replacement: fileURLToPath(new URL('./src/zod-adapter.js', import.meta.url)),
			},
		],
	},
	worker: { format: 'es' },
});
