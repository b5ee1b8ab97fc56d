import * as Comlink from 'comlink';
import type { ListTable } from '$lib/core/register/table';
import { readListFile } from '$lib/files/read-list-file';

const reader = {
	/** Reads the files one after the other; says after each how far it is. */
	async readFiles(
		files: readonly { readonly name: string; readonly bytes: Uint8Array }[],
		progress: (done: number, name: string) => void | Promise<void>,
	): Promise<ListTable[]> {
		const tables: ListTable[] = [];
		for (const [index, { name, bytes }] of files.entries()) {
			// Waited for: a word that came after the result would stay on the page.
			await progress(index, name);
			tables.push(...(await readListFile(name, bytes)));
		}
		return tables;
	},
};

export type FileReader = typeof reader;

Comlink.expose(reader);
