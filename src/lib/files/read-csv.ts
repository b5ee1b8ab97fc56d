import Papa from 'papaparse';
import { tableOf, type ListTable, type TableFault } from '../core/lists/table';

/** Separators that spreadsheets write in one country or another. */
const SEPARATORS = [',', ';', '\t', '|'];

/**
 * Reads separated text by RFC 4180: quoted cells may hold separators, quotes and line breaks. The
 * separator is the one that gives the first lines the same number of cells; a line `sep=;` above the
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
	const short = shortRows(lines);
	return tableOf(name, lines, [...faults, ...short]);
}

/** The separator that gives the first lines the same number of cells; empty lines do not count. */
function separatorOf(text: string): string {
	const { meta } = Papa.parse(text, {
		delimitersToGuess: SEPARATORS,
		skipEmptyLines: 'greedy',
		preview: 10,
	});
	return meta.delimiter;
}

/** Half a row: text that breaks off in the middle of a row which is shorter than all others. */
function shortRows(lines: readonly { row: number; cells: readonly string[] }[]): TableFault[] {
	const filled = lines.filter(({ cells }) => cells.some((cell) => cell.trim()));
	const width = filled[0]?.cells.length ?? 0;
	const ragged = filled.slice(1).filter(({ cells }) => cells.length < width);
	// A list whose every row leaves out its last empty cells is written that way; one short row is torn.
	const isHabit = ragged.length > filled.length / 4 && filled.length > 8;
	return isHabit ? [] : ragged.map(({ row }) => ({ code: 'row-is-short' as const, row }));
}
