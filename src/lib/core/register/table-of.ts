import { languages } from './headings/understand-heading';
import { plainText } from './plain-text';
import { proposeKind } from './propose-columns';
import {
	columnLetter,
	MOST_COLUMNS,
	MOST_ROWS,
	type Head,
	type ListSheet,
	type ListTable,
	type SheetLine,
	type TableFault,
	type TableRow,
} from './table';

/** The headings stand in one of so many lines at the top. */
const MOST_TITLES = 15;
/** So many rows are looked at to find them. */
const SAMPLE = 30;

/**
 * Makes a table of the lines of a sheet: empty lines are left out, the headings are found, also below a title
 * and on two levels. Rows keep the numbers that a spreadsheet shows. A table that cannot be made is empty
 * and has a fault.
 */
export function tableOf(
	name: string,
	lines: readonly SheetLine[],
	faults: readonly TableFault[] = [],
): ListTable {
	const filled = lines
		.map((line) => ({ ...line, cells: line.cells.map((cell) => cell.trim()) }))
		.filter(({ cells }) => cells.some(Boolean));
	const refused = (found: readonly TableFault[]): ListTable => ({
		name,
		header: [],
		rows: [],
		faults: found,
	});
	if (faults.some(({ code }) => code !== 'formula-without-value')) return refused(faults);
	if (filled.length === 0) return refused([...faults, { code: 'empty' }]);
	if (filled.length - 1 > MOST_ROWS) return refused([...faults, { code: 'too-many-rows' }]);
	const widest = Math.max(...filled.slice(0, MOST_TITLES).map(({ cells }) => widthOf(cells)));
	if (widest > MOST_COLUMNS) return refused([...faults, { code: 'too-many-columns' }]);
	return tableWith({ file: name, lines: filled, faults, head: headOf(name, filled) });
}

/** The same table with its headings in the line of this row. */
export function withHeadAt({ name, sheet, ...table }: ListTable, row: number): ListTable {
	const at = sheet?.lines.findIndex((line) => line.row === row) ?? -1;
	if (!sheet || at < 0) return { name, ...table };
	return tableWith({ ...sheet, head: levelsAt(name, sheet.lines, at).head });
}

function tableWith(sheet: ListSheet): ListTable {
	const { file, lines, head } = sheet;
	const header = headingsOf(lines, head);
	const faults = [...sheet.faults, ...doubledHeadings(header, lines[head.at]!.row)];
	const leftOut: number[] = [];
	const rows: TableRow[] = [];
	for (const line of lines.slice(head.at + 1)) {
		if (isTotal(line.cells) || isSame(line.cells, lines[head.at]!.cells)) {
			leftOut.push(line.row);
			continue;
		}
		const beyond = line.cells.findIndex((cell, index) => index >= header.length && cell);
		const where = { row: line.row };
		if (beyond >= 0)
			faults.push({ ...where, code: 'cells-beyond-header', column: columnLetter(beyond) });
		const merged = line.across?.find((index) => index < header.length);
		if (merged !== undefined)
			faults.push({ ...where, code: 'merged-cells', column: columnLetter(merged) });
		rows.push({ row: line.row, cells: header.map((_, index) => line.cells[index] ?? '') });
	}
	return { name: file, header, rows, faults, leftOut, sheet };
}

/** So many columns of a heading must be understood: in the first wide line, and in one further down. */
const ENOUGH = 2;
const ENOUGH_BELOW = 3;

/**
 * Where the headings stand: the line, with the one above or alone, that explains the most columns. Above them
 * there are narrower lines only, so that no entry is taken for headings because of a word in it.
 */
function headOf(name: string, lines: readonly SheetLine[]): Head {
	const widths = lines.slice(0, SAMPLE).map(({ cells }) => new Set(cells.filter(Boolean)).size);
	const wide = widths.findIndex((width) => width >= 0.6 * Math.max(...widths));
	const most = Math.min(MOST_TITLES, Math.max(1, lines.length - 1));
	const candidates = lines.slice(0, most).map((_, at) => levelsAt(name, lines, at));
	const bestOf = (some: readonly (typeof candidates)[number][]) =>
		some.reduce((a, b) => (b.explained > a.explained ? b : a));
	const best = bestOf(candidates.slice(0, wide + 1));
	if (best.explained >= ENOUGH) return best.head;
	const below = bestOf(candidates);
	// Headings in words that nobody knows stand in the first line that is as wide as the list.
	return below.explained >= ENOUGH_BELOW ? below.head : { at: Math.min(wide, most - 1), levels: 1 };
}

/** Whether the line above belongs to these headings: it does if more columns are understood with it. */
function levelsAt(
	name: string,
	lines: readonly SheetLine[],
	at: number,
): { readonly head: Head; readonly explained: number } {
	const explainedBy = (head: Head) => {
		const header = headingsOf(lines, head);
		const rows = lines.slice(at + 1, at + 1 + SAMPLE).map(({ row, cells }) => ({
			row,
			cells: header.map((_, index) => cells[index] ?? ''),
		}));
		const { columns } = proposeKind({ name, header, rows, faults: [] });
		// What stands in a column counts only where its heading says something.
		return columns.filter((field, index) => field && header[index]).length;
	};
	const alone = { at, levels: 1 as const };
	const known = explainedBy(alone);
	if (at === 0) return { head: alone, explained: known };
	const both = { at, levels: 2 as const };
	const explained = explainedBy(both);
	return explained > known ? { head: both, explained } : { head: alone, explained: known };
}

function headingsOf(lines: readonly SheetLine[], { at, levels }: Head): string[] {
	const lower = lines[at]!.cells;
	const upper = levels === 2 ? spread(lines[at - 1]!) : [];
	const width = Math.min(MOST_COLUMNS, Math.max(widthOf(lower), levels === 2 ? widthOf(upper) : 0));
	return Array.from({ length: width }, (_, index) =>
		[...new Set([upper[index], lower[index]])].filter(Boolean).join(' '),
	);
}

/** A heading over several columns: as far as its cell reaches, or, without such cells, to the next one. */
function spread({ cells, across }: SheetLine): string[] {
	if (across?.length) return [...cells];
	let last = '';
	return cells.map((cell) => (last = cell || last));
}

const widthOf = (cells: readonly string[]): number => cells.findLastIndex(Boolean) + 1;

const doubledHeadings = (header: readonly string[], row: number): TableFault[] =>
	header
		.filter((heading, index) => heading && header.indexOf(heading) !== index)
		.map((heading) => ({ code: 'doubled-heading', row, column: heading }));

const TOTALS = languages.flatMap(({ totals }) => totals.split(', ').map(plainText));

/** A row that begins with a word for a total and says numbers else. */
function isTotal(cells: readonly string[]): boolean {
	const [first = '', ...others] = cells.filter(Boolean);
	const words = plainText(first);
	const isTotals = TOTALS.some((total) => words === total || words.startsWith(`${total} `));
	return isTotals && others.every((cell) => /^[\d.,\s]+$/.test(cell));
}

const isSame = (a: readonly string[], b: readonly string[]): boolean =>
	a.length === b.length && a.every((cell, index) => cell === b[index]);
