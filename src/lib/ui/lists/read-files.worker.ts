import * as Comlink from 'comlink';
import type { ListTable } from '$lib/core/lists/table';
import { readListFile } from '$lib/files/read-list-file';

const reader = {
	/** Reads the files one after the other; says after each how far it is. */
	async readFiles(
		files: readonly { readonly name: string; readonly bytes: Uint8Array }[],
		progress: (done: number, name: string) => void,
	): Promise<ListTable[]> {
		const tables: ListTable[] = [];
		for (const [index, { name, bytes }] of files.entries()) {
			progress(index, name);
			tables.push(...(await readListFile(name, bytes)));
		}
		return tables;
	},
};

export type FileReader = typeof reader;

Comlink.expose(reader);
