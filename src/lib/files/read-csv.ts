import Papa from 'papaparse';
import { groupBy } from '../core/group-by';
import { tableOf } from '../core/register/table-of';
import type { ListTable, TableFault } from '../core/register/table';

/** Separators that spreadsheets write in one country or another. */
const SEPARATORS = [',', ';', '\t', '|'];

/**
 * Reads separated text by RFC 4180: quoted cells may hold separators, quotes and line breaks. The
 * separator is the one that gives most of the first lines the same number of cells; a line `sep=;` above the
 * header, as spreadsheets write it, says it outright.
 */
export function readCsv(name: string, text: string): ListTable {
	const [, stated] = /^sep=(.)\r?\n/.exec(text) ?? [];
	const body = stated ? text.slice(text.indexOf('\n') + 1) : text;
	const { data, errors } = Papa.parse<string[]>(body, {
		delimiter: stated ?? separatorOf(body),
		skipEmptyLines: false,
	});
	const faults = errors
		.filter(({ type, code }) => type === 'Quotes' && code === 'MissingQuotes')
		.slice(0, 1)
		.map(({ row }): TableFault => ({ code: 'quote-never-ends', row: (row ?? 0) + 1 }));
	const lines = data.map((cells, index) => ({ row: index + 1 + (stated ? 1 : 0), cells }));
	return tableOf(name, lines, [...faults, ...(isTorn(body, lines) ? tornRow(lines) : [])]);
}

/** So many lines are looked at to find the separator. */
const SAMPLE = 30;

/**
 * The separator that gives most lines the same number of cells, at least two; of several the one with the
 * most cells. A title above the list has other separators, or none.
 */
function separatorOf(text: string): string {
	const found = SEPARATORS.map((separator) => {
		const { data } = Papa.parse<string[]>(text, {
			delimiter: separator,
			skipEmptyLines: 'greedy',
			preview: SAMPLE,
		});
		const byWidth = [...groupBy(data, (cells) => cells.length)].filter(([width]) => width > 1);
		const [width, lines] = byWidth.reduce(
			(a, b) => (b[1].length > a[1].length ? b : a),
			[1, [] as string[][]],
		);
		return { separator, lines: lines.length, width };
	});
	const [best] = found.sort((a, b) => b.lines - a.lines || b.width - a.width);
	return best!.separator;
}

type Line = { readonly row: number; readonly cells: readonly string[] };

const lastFilled = (lines: readonly Line[]): number =>
	lines.findLastIndex(({ cells }) => cells.some((cell) => cell.trim()));

/** Text that breaks off in the middle of a row: the last one has no end and is shorter than the one before. */
function isTorn(text: string, lines: readonly Line[]): boolean {
	const last = lastFilled(lines);
	const before = lines[last - 1];
	return (
		last > 0 &&
		before !== undefined &&
		!/[\r\n]$/.test(text) &&
		lines[last]!.cells.length < before.cells.length
	);
}

const tornRow = (lines: readonly Line[]): TableFault[] => [
	{ code: 'row-is-short', row: lines[lastFilled(lines)]!.row },
];
