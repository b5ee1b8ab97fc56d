/** One sheet of one file as text: what a list is before anybody knows what it means. */
export interface ListTable {
	/** The file's name, with the sheet's where there are several. */
	readonly name: string;
	readonly header: readonly string[];
	readonly rows: readonly TableRow[];
	/** What was noticed while reading: each stops the list from being read. */
	readonly faults: readonly TableFault[];
	/** Rows that are no entries of the list, by their numbers: totals, and headings once more. */
	readonly leftOut?: readonly number[];
	/** All lines as they lie, for choosing other headings. */
	readonly sheet?: ListSheet;
}

export interface TableRow {
	/** The row's number as a spreadsheet shows it, from 1. */
	readonly row: number;
	/** One text for each column of the header. */
	readonly cells: readonly string[];
}

/** The lines of a sheet that hold anything, in their order. */
export interface ListSheet {
	readonly file: string;
	readonly lines: readonly SheetLine[];
	/** What is wrong whatever the headings are. */
	readonly faults: readonly TableFault[];
	/** Where the headings stand. */
	readonly head: Head;
}

export interface SheetLine extends TableRow {
	/** Columns over which a cell to their left reaches; it is repeated there. */
	readonly across?: readonly number[];
}

/** The line of the headings, by its place among the lines, and whether the line above belongs to it. */
export interface Head {
	readonly at: number;
	readonly levels: 1 | 2;
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
