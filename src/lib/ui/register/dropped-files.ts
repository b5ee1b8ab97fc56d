/** The files of what was dropped, also those inside of dropped folders. */
export async function droppedFiles(dropped: DataTransfer | null): Promise<File[]> {
	const entries = [...(dropped?.items ?? [])].flatMap((item) => item.webkitGetAsEntry() ?? []);
	return (await Promise.all(entries.map(filesOf))).flat();
}

async function filesOf(entry: FileSystemEntry): Promise<File[]> {
	if (isFile(entry))
		return [await new Promise<File>((resolve, reject) => entry.file(resolve, reject))];
	if (!isFolder(entry)) return [];
	const reader = entry.createReader();
	const found: File[] = [];
	// A reader gives a hundred entries at a time, until it gives none.
	for (;;) {
		const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
			reader.readEntries(resolve, reject),
		);
		if (some.length === 0) return found;
		found.push(...(await Promise.all(some.map(filesOf))).flat());
	}
}

const isFile = (entry: FileSystemEntry): entry is FileSystemFileEntry => entry.isFile;
const isFolder = (entry: FileSystemEntry): entry is FileSystemDirectoryEntry => entry.isDirectory;
