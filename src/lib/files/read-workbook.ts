import type { Cell, CellValue } from 'exceljs';
import {
	columnLetter,
	MOST_COLUMNS,
	type ListTable,
	type SheetLine,
	type TableFault,
} from '../core/register/table';
import { tableOf } from '../core/register/table-of';

/** Reads the sheets of an XLSX workbook; hidden and empty ones are left out. */
export async function readWorkbook(name: string, bytes: Uint8Array): Promise<ListTable[]> {
	const { default: exceljs } = await import('exceljs');
	const workbook = new exceljs.Workbook();
	await workbook.xlsx.load(bytes.slice().buffer);
	const sheets = workbook.worksheets.filter(
		(sheet) => sheet.state === 'visible' && sheet.actualRowCount > 0,
	);
	if (sheets.length === 0) return [{ name, header: [], rows: [], faults: [{ code: 'empty' }] }];
	return sheets.map((sheet) => {
		const faults: TableFault[] = [];
		let isTooWide = false;
		const lines: SheetLine[] = [];
		sheet.eachRow((row, number) => {
			const cells: string[] = [];
			const across: number[] = [];
			// Not the empty ones: a cell at the far right would make thousands of them in each row.
			row.eachCell({ includeEmpty: false }, (cell, column) => {
				if (column > MOST_COLUMNS) {
					isTooWide = true;
					return;
				}
				if (isReachedAcross(cell)) across.push(column - 1);
				const text = textOf(cell.value);
				if (text === null)
					faults.push({
						code: 'formula-without-value',
						row: number,
						column: columnLetter(column - 1),
					});
				cells[column - 1] = text ?? '';
			});
			lines.push({ row: number, cells: Array.from(cells, (cell) => cell ?? ''), across });
		});
		if (isTooWide) faults.push({ code: 'too-many-columns' });
		return tableOf(sheets.length > 1 ? `${name} (${sheet.name})` : name, lines, faults);
	});
}

/** A cell over which one to its left reaches. What one above reaches over is filled down. */
const isReachedAcross = (cell: Cell): boolean =>
	cell.isMerged && Number(cell.master.col) < Number(cell.col);

/** What a person sees in the cell; `null` for a formula that was never computed. */
function textOf(value: CellValue): string | null {
	if (value === null || value === undefined) return '';
	if (value instanceof Date) return value.toISOString().slice(0, 10);
	if (typeof value !== 'object') return String(value);
	if ('richText' in value) return value.richText.map(({ text }) => text).join('');
	if ('hyperlink' in value)
		return typeof value.text === 'object' ? textOf(value.text as CellValue) : value.text;
	if ('error' in value) return value.error;
	if ('formula' in value || 'sharedFormula' in value)
		return value.result === undefined ? null : textOf(value.result as CellValue);
	return '';
}
