import type { ListTable, TableFault } from '../core/register/table';
import { decodeText } from './decode-text';
import { LARGEST_FILE, TooLargeError } from './limits';
import { readCsv } from './read-csv';
import { readWorkbook } from './read-workbook';
import { isZip, packed, unzip } from './unzip';

/**
 * The tables of a file, whatever it is: separated text, an XLSX workbook, or a zip of separated texts.
 * What cannot be read is a table with a fault that says why; nothing is thrown.
 */
export async function readListFile(name: string, bytes: Uint8Array): Promise<ListTable[]> {
	const refuse = (code: TableFault['code']): ListTable[] => [
		{ name, header: [], rows: [], faults: [{ code }] },
	];
	if (bytes.length > LARGEST_FILE) return refuse('too-large');
	if (bytes.length === 0) return refuse('empty');
	try {
		if (isZip(bytes)) return await readPacked(name, bytes);
	} catch (error) {
		return refuse(error instanceof TooLargeError ? 'unpacks-too-large' : 'damaged');
	}
	const text = decodeText(bytes);
	if (text === null) return refuse('no-list');
	const table = readCsv(name, text);
	const isProse =
		table.faults.length === 0 && !table.sheet?.lines.some(({ cells }) => cells.length > 1);
	return isProse ? refuse('no-list') : [table];
}

async function readPacked(name: string, bytes: Uint8Array): Promise<ListTable[]> {
	// Unpacked once under the limit, and packed again: a library that has none gets to see just this, and
	// nothing that was hidden behind it.
	const files = unzip(bytes);
	if (files.has('xl/workbook.xml')) return readWorkbook(name, packed(files));
	const lists = [...files].filter(
		([path]) => /\.csv$/i.test(path) && !/(^|\/)(__MACOSX|\.)/.test(path),
	);
	if (lists.length === 0) return [{ name, header: [], rows: [], faults: [{ code: 'no-list' }] }];
	const tables: ListTable[] = [];
	for (const [path, content] of lists) tables.push(...(await readListFile(path, content)));
	return tables;
}
