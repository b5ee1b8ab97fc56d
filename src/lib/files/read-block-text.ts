import Papa from 'papaparse';

/** Cells of a block as spreadsheets put it on the clipboard: tabs between cells; else commas or semicolons. */
export function readBlockText(text: string): string[][] {
	const delimiter = text.includes('\t') ? '\t' : '';
	return Papa.parse<string[]>(text.trimEnd(), {
		delimiter,
		delimitersToGuess: [',', ';', '|'],
		skipEmptyLines: false,
	}).data;
}
