import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	compilerOptions: { runes: true },
	kit: {
		adapter: adapter(),
		// A family's page registers it, for its own addresses.
		serviceWorker: { register: false },
		csp: {
			mode: 'nonce',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				'style-src': ['self'],
				'style-src-attr': ['unsafe-inline'],
				'img-src': ['self', 'data:'],
				'font-src': ['self'],
				'connect-src': ['self'],
				'worker-src': ['self'],
				'object-src': ['none'],
				'base-uri': ['self'],
				'form-action': ['self'],
				'frame-ancestors': ['none'],
			},
		},
		typescript: {
			config: (config) => {
				config.include.push(
					'../scripts/**/*.mjs',
					'../tests/**/*.ts',
					'../bench/**/*.ts',
					'../demo/**/*.ts',
					'../*.config.ts',
				);
				return config;
			},
		},
	},
};
