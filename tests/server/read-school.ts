import { makeLists } from '../../demo/make-lists';
import { makeSchool } from '../../demo/make-school';
import { proposeKind } from '$lib/core/register/propose-columns';
import type { Actor } from '$lib/core/permissions/may';
import { readListFile } from '$lib/files/read-list-file';
import { writeCsv } from '$lib/files/write-csv';
import type { App } from '$lib/server/app';
import { applyLists, previewLists, type ListsToRead } from '$lib/server/register/read-lists';

/** Texts as lists whose columns were named by the program. */
export async function listsOf(
	texts: Readonly<Record<string, string>>,
	complete = true,
): Promise<ListsToRead> {
	const tables = (
		await Promise.all(
			Object.entries(texts).map(([name, text]) =>
				readListFile(`${name}.csv`, new TextEncoder().encode(text)),
			),
		)
	).flat();
	return {
		tables: tables.map((table) => ({ table, ...proposeKind(table) })),
		complete,
		answers: {},
	};
}

/** Looks and reads, as an organiser does. */
export async function readLists(
	app: App,
	actor: Actor,
	texts: Readonly<Record<string, string>>,
	complete = true,
) {
	const lists = await listsOf(texts, complete);
	const { seen, leaving } = await previewLists(app, actor, lists);
	return applyLists(app, actor, lists, { seen, leaveOut: false, leaving: leaving.count });
}

export const demoTexts = (): Record<string, string> =>
	Object.fromEntries(makeLists(makeSchool()).map((table) => [table.name, writeCsv(table)]));
