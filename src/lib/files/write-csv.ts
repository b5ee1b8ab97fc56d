import Papa from 'papaparse';
import { writtenCell } from './written-cell';

/** A list to write: every cell is text. */
export interface WrittenTable {
	readonly name: string;
	readonly header: readonly string[];
	readonly rows: readonly (readonly string[])[];
}

/**
 * Separated text by RFC 4180, in UTF-8 with a mark, so that spreadsheets know the encoding. Every cell is
 * quoted: where a country separates by semicolons, one inside a cell would begin the next one.
 */
export function writeCsv({ header, rows }: WrittenTable, options = { mark: true }): string {
	const text = Papa.unparse(
		{ fields: [...header], data: rows.map((row) => row.map(writtenCell)) },
		{ newline: '\r\n', quotes: true },
	);
	return `${options.mark ? '\ufeff' : ''}${text}\r\n`;
}
