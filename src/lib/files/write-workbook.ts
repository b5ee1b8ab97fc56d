import exceljs from 'exceljs';
import type { WrittenTable } from './write-csv';
import { writtenCell } from './written-cell';

/** An XLSX workbook with a sheet for each table. Cells are texts, and stay harmless when saved as another kind of list. */
export async function writeWorkbook(
	tables: readonly WrittenTable[],
	createdAt: number,
): Promise<Uint8Array> {
	const workbook = new exceljs.Workbook();
	workbook.created = workbook.modified = new Date(createdAt);
	for (const { name, header, rows } of tables) {
		const sheet = workbook.addWorksheet(name.slice(0, 31), {
			views: [{ state: 'frozen', ySplit: 1 }],
		});
		sheet.columns = header.map((heading, index) => ({
			header: heading,
			width: Math.min(
				40,
				Math.max(10, heading.length, ...rows.slice(0, 200).map((row) => row[index]!.length)),
			),
			style: { numFmt: '@' },
		}));
		sheet.getRow(1).font = { bold: true };
		sheet.addRows(rows.map((row) => row.map(writtenCell)));
	}
	return new Uint8Array(await workbook.xlsx.writeBuffer());
}
