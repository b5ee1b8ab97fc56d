import type { FamilyColumn } from '$lib/core/register/family-columns';
import type { FamiliesChoice, FamilySort } from '$lib/operations/families';

/** The part of an address that says which families are meant, and how they are sorted. */
export function familiesQuery(
	choice: FamiliesChoice,
	more: {
		readonly sort?: FamilySort;
		readonly page?: number;
		readonly columns?: readonly FamilyColumn[];
	} = {},
): string {
	const { sort = 'name', page = 1, columns = [] } = more;
	const fields = [
		...Object.entries(choice).filter(([, value]) => value !== '' && value !== 'all'),
		...(sort === 'name' ? [] : [['sort', sort]]),
		...(page === 1 ? [] : [['page', String(page)]]),
		...columns.map((column) => ['column', column]),
	];
	return fields.length ? `?${new URLSearchParams(fields as [string, string][])}` : '?';
}
