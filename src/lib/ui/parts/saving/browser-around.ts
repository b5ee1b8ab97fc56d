import type { Around } from './autosave';

/** Autosaving in a real browser: unsaved changes survive a closed lid, and a reload without network. */
export const browserAround = (name: string): Around => ({
	read() {
		try {
			return localStorage.getItem(name);
		} catch {
			return null;
		}
	},
	write(text) {
		try {
			if (text === null) localStorage.removeItem(name);
			else localStorage.setItem(name, text);
		} catch {
			// A browser that keeps nothing still has the page itself.
		}
	},
	later(milliseconds, work) {
		const timer = setTimeout(work, milliseconds);
		return () => clearTimeout(timer);
	},
	report: (error) => reportError(error),
});
