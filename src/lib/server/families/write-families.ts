import type { Actor } from '../../core/permissions/may';
import { writeCsv } from '../../files/write-csv';
import { writeWorkbook } from '../../files/write-workbook';
import { m } from '$lib/paraglide/messages';
import { familyColumns, type FamilyColumn } from '../../core/register/family-columns';
import type { FamiliesChoice, FamilyLine } from '../../operations/families';
import type { App } from '../app';
import type { ConferenceRow } from '../conferences/read-conference';
import type { WrittenFile } from '../register/write-lists';
import { localOf } from '../../core/time/local-of';
import { formatTimeOfDay } from '../../core/time/typed-time';
import { columnText } from '../../words/family-columns';
import { listFamilies } from './list-families';

/** The families that are meant as a list in a file: `families.csv` or `families.xlsx`; `null` for another name. */
export async function writeFamilies(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conference: Pick<ConferenceRow, 'id' | 'timeZone'>,
	wanted: {
		readonly name: string;
		readonly choice: FamiliesChoice;
		readonly columns: readonly FamilyColumn[];
	},
): Promise<WrittenFile | null> {
	const { name, choice } = wanted;
	const columns = familyColumns.filter((column) => wanted.columns.includes(column));
	const { lines } = await listFamilies(app, actor, conference.id, choice);
	const table = {
		name: m.station_families(),
		header: columns.map((column) => columnText(column)),
		rows: lines.map((line) => columns.map((column) => cell(line, column, conference.timeZone))),
	};
	if (name === 'families.csv')
		return {
			bytes: new TextEncoder().encode(writeCsv(table)),
			type: 'text/csv; charset=utf-8',
		};
	if (name !== 'families.xlsx') return null;
	return {
		bytes: new Uint8Array(await writeWorkbook([table], app.clock.now())),
		type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
	};
}

function cell(line: FamilyLine, column: FamilyColumn, zone: string): string {
	switch (column) {
		case 'family':
			return line.label;
		case 'students':
			return line.students.map(({ name }) => name).join('; ');
		case 'classes':
			return [...new Set(line.students.map(({ classLabel }) => classLabel))].join('; ');
		case 'adults':
			return line.adults.map(({ name }) => name).join('; ');
		case 'emails':
			return line.adults.flatMap(({ email }) => email || []).join('; ');
		case 'telephones':
			return line.adults.flatMap(({ telephone }) => telephone || []).join('; ');
		case 'booked':
			return String(line.placed);
		case 'missing':
			return String(line.wished - line.placed);
		case 'start':
			return line.visit ? momentCell(line.visit.start, zone) : '';
		case 'end':
			return line.visit ? momentCell(line.visit.end, zone) : '';
		case 'interpreter':
			return line.interpreter;
		case 'step-free':
			return line.stepFree ? m.asked_yes() : '';
	}
}

/** As spreadsheets sort it: `2026-12-10 17:20`. */
function momentCell(epoch: number, zone: string): string {
	const { date, minute } = localOf(epoch, zone);
	return `${date} ${formatTimeOfDay(minute)}`;
}
