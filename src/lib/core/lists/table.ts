/** One sheet of one file as text: what a list is before anybody knows what it means. */
export interface ListTable {
	/** The file's name, with the sheet's where there are several. */
	readonly name: string;
	readonly header: readonly string[];
	readonly rows: readonly TableRow[];
	/** What was noticed while reading: each stops the list from being read. */
	readonly faults: readonly TableFault[];
}

export interface TableRow {
	/** The row's number as a spreadsheet shows it, from 1. */
	readonly row: number;
	/** One text for each column of the header. */
	readonly cells: readonly string[];
}

export interface TableFault {
	readonly code: TableFaultCode;
	readonly row?: number;
	/** The column's heading, or its letter. */
	readonly column?: string;
}

export type TableFaultCode =
	| 'empty'
	| 'no-list'
	| 'too-large'
	| 'unpacks-too-large'
	| 'damaged'
	| 'too-many-rows'
	| 'too-many-columns'
	| 'quote-never-ends'
	| 'cells-beyond-header'
	| 'row-is-short'
	| 'merged-cells'
	| 'doubled-heading'
	| 'formula-without-value';

/** A list has at most so many rows. */
export const MOST_ROWS = 100_000;

/** And so many columns. */
export const MOST_COLUMNS = 200;

/** The name of a column that has no heading: `A`, `B`, … `AA`. */
export function columnLetter(index: number): string {
	const letter = String.fromCharCode(65 + (index % 26));
	return index < 26 ? letter : columnLetter(Math.floor(index / 26) - 1) + letter;
}

/**
 * Makes a table of rows of text: the first row that is not empty is the header, empty rows are left
 * out. Rows keep the numbers that a spreadsheet shows.
 */
export function tableOf(
	name: string,
	lines: readonly { readonly row: number; readonly cells: readonly string[] }[],
	faults: readonly TableFault[] = [],
): ListTable {
	const filled = lines
		.map(({ row, cells }) => ({ row, cells: cells.map((cell) => cell.trim()) }))
		.filter(({ cells }) => cells.some(Boolean));
	const [first, ...rest] = filled;
	const empty = { name, header: [], rows: [] };
	if (faults.some(({ code }) => code !== 'merged-cells' && code !== 'formula-without-value'))
		return { ...empty, faults };
	if (!first) return { ...empty, faults: [...faults, { code: 'empty' }] };
	if (rest.length > MOST_ROWS) return { ...empty, faults: [...faults, { code: 'too-many-rows' }] };
	const width = first.cells.findLastIndex(Boolean) + 1;
	if (width > MOST_COLUMNS) return { ...empty, faults: [...faults, { code: 'too-many-columns' }] };
	const header = first.cells.slice(0, width);
	const found: TableFault[] = [...faults];
	header.forEach((heading, index) => {
		if (heading && header.indexOf(heading) !== index)
			found.push({ code: 'doubled-heading', row: first.row, column: heading });
	});
	const rows = rest.map(({ row, cells }) => {
		const beyond = cells.findIndex((cell, index) => index >= width && cell);
		if (beyond >= 0) found.push({ code: 'cells-beyond-header', row, column: columnLetter(beyond) });
		return { row, cells: header.map((_, index) => cells[index] ?? '') };
	});
	return { name, header, rows, faults: found };
}
