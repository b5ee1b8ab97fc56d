import { familyColumns, type FamilyColumn } from '$lib/core/register/family-columns';

const KEY = 'ten-chairs-family-columns';

/** The columns that somebody chose in this browser, or all. */
export function keptColumns(): readonly FamilyColumn[] {
	const kept = (localStorage.getItem(KEY) ?? '').split(',');
	const known = familyColumns.filter((column) => kept.includes(column));
	return known.length ? known : familyColumns;
}

/** Keeps them for the next time. */
export const keepColumns = (columns: readonly FamilyColumn[]): void =>
	localStorage.setItem(KEY, columns.join(','));
