const WRITTEN = Symbol.for('ten-chairs.sentences-written');

/**
 * The plugin that writes the sentences' modules, once in a build: for the server and for the browser they are the
 * same, and take many seconds. Vite reads its configuration anew for each of the two, so what is known of the first
 * stands in the process.
 * @param {import('vite').Plugin | import('vite').Plugin[]} plugins
 * @returns {import('vite').Plugin[]}
 */
export const writtenOnce = (plugins) => [plugins].flat().map(once);

/** @param {import('vite').Plugin} plugin @returns {import('vite').Plugin} */
function once(plugin) {
	const write = plugin.buildStart;
	if (typeof write !== 'function') throw new Error('the plugin writes in another way by now');
	const shared = /** @type {Record<symbol, unknown>} */ (/** @type {unknown} */ (globalThis));
	return {
		...plugin,
		// What changes while the sources are watched is written by itself (changed-messages.mjs).
		watchChange: undefined,
		buildStart(options) {
			if (this.meta.watchMode) return write.call(this, options);
			return /** @type {Promise<void>} */ (shared[WRITTEN] ??= write.call(this, options));
		},
	};
}
