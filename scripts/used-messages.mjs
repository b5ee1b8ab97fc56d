// A page takes with it the sentences that it says, and not all that are said anywhere: the bundler goes by who
// imports whom, and by way of `m` everybody imports every sentence.
const MESSAGES = '$lib/paraglide/messages';
const IMPORT = /import \{ m \} from ["']\$lib\/paraglide\/messages["'];?/;

/** For Vite, after Svelte's compiler. @returns {import('vite').Plugin} */
export function usedMessages() {
	return {
		name: 'used-messages',
		enforce: 'post',
		// While the sources are watched, the sentences of one language lie in one file.
		apply: 'build',
		// The server finds some by their names, and has room for all.
		applyToEnvironment: (environment) => environment.name === 'client',
		transform(code, id) {
			if (!IMPORT.test(code) || id.includes('/paraglide/')) return null;
			const names = [
				...new Set([...code.matchAll(/(?<![\w$.])m\.(\w+)/g)].map(([, name]) => name)),
			];
			const imports = names.map(
				(name) => `import { ${name} as m_${name} } from '${MESSAGES}/${name}.js';`,
			);
			const own = `const m = { ${names.map((name) => `${name}: m_${name}`).join(', ')} };`;
			return { code: code.replace(IMPORT, [...imports, own].join(' ')), map: null };
		},
	};
}
