import { groupBy } from '$lib/core/group-by';
import type { NamedTable } from '$lib/core/register/named-table';
import { missingFields } from '$lib/core/register/propose-columns';

/**
 * Sheets of a workbook that do not look like lists, by name, where another one of it does: notes, a legend, an
 * empty form.
 */
export function sheetsToLeaveOut(tables: readonly NamedTable[]): string[] {
	const isList = ({ table, kind, columns }: NamedTable): boolean =>
		table.faults.length === 0 && missingFields(kind, columns).length === 0;
	return [...groupBy(tables, ({ table }) => bookOf(table.name)).values()]
		.filter((sheets) => sheets.length > 1 && sheets.some(isList))
		.flatMap((sheets) => sheets.filter((sheet) => !isList(sheet)))
		.map(({ table }) => table.name);
}

/** The workbook of `school.xlsx (Teachers)`; a file that is one list is its own. */
const bookOf = (name: string): string => name.replace(/ \([^)]*\)$/, '');
