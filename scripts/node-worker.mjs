// `import source from './x.worker.ts?node-worker'`: a worker thread's program as one text, with all its
// packages in it. The server's bundler moves files about, so that a worker cannot be started from a path.
import { join } from 'node:path';
import { rolldown } from 'rolldown';
import { projectRoot } from './project.mjs';

const QUERY = '?node-worker';

/** For Vite, Vitest and rolldown alike. @returns {import('rolldown').Plugin & { enforce: 'pre' }} */
export function nodeWorker() {
	return {
		name: 'node-worker',
		// Before Vite's own, to which a query means nothing.
		enforce: 'pre',
		async resolveId(id, importer) {
			if (!id.endsWith(QUERY)) return null;
			const found = await this.resolve(id.slice(0, -QUERY.length), importer, { skipSelf: true });
			return found && `\0${found.id}${QUERY}`;
		},
		async load(id) {
			if (!id.startsWith('\0') || !id.endsWith(QUERY)) return null;
			const file = id.slice(1, -QUERY.length);
			this.addWatchFile(file);
			return `export default ${JSON.stringify(await bundled(file))};`;
		},
	};
}

/** @param {string} file @returns {Promise<string>} */
async function bundled(file) {
	const bundle = await rolldown({
		input: file,
		platform: 'node',
		tsconfig: false,
		resolve: { alias: { $lib: join(projectRoot, 'src/lib') } },
		external: /^node:/,
		transform: { target: 'node20' },
	});
	const { output } = await bundle.generate({ format: 'esm', codeSplitting: false, minify: true });
	await bundle.close();
	return output[0].code;
}
