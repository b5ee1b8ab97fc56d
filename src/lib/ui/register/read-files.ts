import * as Comlink from 'comlink';
import type { ListTable } from '$lib/core/register/table';
import type { FileReader } from './read-files.worker';
import ReaderWorker from './read-files.worker?worker';

/** Reads files beside the page, so that it stays smooth. `progress` hears of each file as it begins. */
export async function readFilesInWorker(
	files: readonly File[],
	progress: (done: number, name: string) => void,
): Promise<ListTable[]> {
	const worker = new ReaderWorker();
	try {
		const reader = Comlink.wrap<FileReader>(worker);
		const read = await Promise.all(
			files.map(async (file) => ({
				name: file.webkitRelativePath || file.name,
				bytes: new Uint8Array(await file.arrayBuffer()),
			})),
		);
		return await reader.readFiles(read, Comlink.proxy(progress));
	} finally {
		worker.terminate();
	}
}
