import Papa from 'papaparse';

/** A list to write: every cell is text. */
export interface WrittenTable {
	readonly name: string;
	readonly header: readonly string[];
	readonly rows: readonly (readonly string[])[];
}

/** A cell that a spreadsheet would take for a formula (OWASP, "CSV Injection"). */
const LOOKS_LIKE_A_FORMULA = /^[=+\-@\t\r]/;
const TELEPHONE = /^\+[\d\s().-]+$/;

/** Puts an apostrophe before what a spreadsheet would run; telephone numbers are left as they are. */
export const harmless = (text: string): string =>
	LOOKS_LIKE_A_FORMULA.test(text) && !TELEPHONE.test(text) ? `'${text}` : text;

/** Separated text by RFC 4180, in UTF-8 with a mark, so that spreadsheets know the encoding. */
export function writeCsv({ header, rows }: WrittenTable, options = { mark: true }): string {
	const text = Papa.unparse(
		{ fields: [...header], data: rows.map((row) => row.map(harmless)) },
		{ newline: '\r\n' },
	);
	return `${options.mark ? '\ufeff' : ''}${text}\r\n`;
}
