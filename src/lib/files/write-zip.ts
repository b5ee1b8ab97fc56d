import { strToU8, zipSync } from 'fflate';

/** A zip file of texts, by name. */
export const writeZip = (files: ReadonlyMap<string, string>): Uint8Array =>
	zipSync(Object.fromEntries([...files].map(([name, text]) => [name, strToU8(text)])), {
		mtime: '1980-01-01',
	});
