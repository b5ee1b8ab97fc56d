// A page is sent in a few large files, not in one small file for each set of pages that share some module: on a
// telephone's connection each file costs, and so does each in its browser. What families' pages need lies in four:
// with what every page needs, many pages, some pages, and none but the office's trial. What many of the office's
// pages need, and no family's, is one more.
const ROUTE = /[\\/]src[\\/]routes[\\/](.*)$/;
const START = /[\\/](runtime[\\/]client[\\/]entry|client-optimized[\\/]app)\.js$/;
const EVERYWHERE = 'everywhere';
const FAMILIES = 'visit';
/** How many pages that are not families' need a module. */
const MANY = 8;
const SOME = 2;
const FOR_FAMILIES = [EVERYWHERE, 'many', 'some', 'families'];

/**
 * V8's hint that a file's functions are called at once: Chromium reads them while they arrive, beside the page, and
 * a family's page on a slow phone is at work for half the time. Other browsers take it for the comment that it is.
 */
const CALLED_ON_LOAD = '//# allFunctionsCalledOnLoad\n';

/** @type {Map<string, Set<string>>} modules, with the pages from which they are reached */
const reachedFrom = new Map();

/** @param {string} id @returns {string | null} which page it is; `null`: none */
function pageOf(id) {
	if (START.test(id)) return EVERYWHERE;
	const path = ROUTE.exec(id)?.[1];
	if (path === undefined) return null;
	return path.startsWith('+layout') || path.startsWith('+error') ? EVERYWHERE : path;
}

/** @param {string} id */
function audienceOf(id) {
	const pages = reachedFrom.get(id);
	if (!pages) return null;
	if (pages.has(EVERYWHERE)) return EVERYWHERE;
	const others = [...pages].filter((page) => !page.startsWith(FAMILIES)).length;
	if (others === pages.size) return others >= MANY ? 'office' : null;
	if (others >= MANY) return 'many';
	return others >= SOME ? 'some' : 'families';
}

/** For Vite: finds out from which pages each module is reached, and marks what families' pages need. @returns {import('vite').Plugin} */
export function chunksByAudience() {
	return {
		name: 'chunks-by-audience',
		applyToEnvironment: (environment) => environment.name === 'client',
		buildEnd() {
			for (const start of this.getModuleIds()) {
				const page = pageOf(start);
				if (page === null) continue;
				const ids = [start];
				for (const id of ids) {
					const pages = reachedFrom.get(id) ?? new Set();
					if (pages.has(page)) continue;
					reachedFrom.set(id, pages.add(page));
					ids.push(...(this.getModuleInfo(id)?.importedIds ?? []));
				}
			}
		},
		// Nothing may stand before the hint: Vite's own line about what goes together does, until here.
		generateBundle: {
			order: 'post',
			handler(_, bundle) {
				for (const chunk of Object.values(bundle))
					if (chunk.type === 'chunk' && FOR_FAMILIES.includes(chunk.name))
						chunk.code = CALLED_ON_LOAD + chunk.code;
			},
		},
	};
}

/** The groups for the bundler; what all need is taken out first. */
export const audienceGroups = [...FOR_FAMILIES, 'office'].map((name, index) => ({
	name,
	priority: 10 - index,
	test: (/** @type {string} */ id) => audienceOf(id) === name,
}));
