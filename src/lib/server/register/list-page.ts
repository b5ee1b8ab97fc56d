import type { SQL } from 'drizzle-orm';

/** What a page of a list is asked for. */
export interface ListQuery {
	/** Words to find; empty for all. */
	readonly find: string;
	readonly sort: string;
	readonly descending: boolean;
	/** From 1. */
	readonly page: number;
	/** Whoever left, instead of whoever is here. */
	readonly gone: boolean;
}

export interface ListPage<Line> {
	readonly lines: readonly Line[];
	readonly total: number;
	readonly pages: number;
	readonly query: ListQuery;
}

export const PAGE_LINES = 50;

/** The query of a page's address. What it does not say is the beginning of the list, by name. */
export function listQuery(url: URL, sorts: readonly string[]): ListQuery {
	const sort = url.searchParams.get('sort') ?? '';
	const page = Number(url.searchParams.get('page') ?? 1);
	return {
		find: (url.searchParams.get('find') ?? '').slice(0, 100),
		sort: sorts.includes(sort) ? sort : sorts[0]!,
		descending: url.searchParams.get('down') === '1',
		page: Number.isSafeInteger(page) && page > 0 ? page : 1,
		gone: url.searchParams.get('gone') === '1',
	};
}

/** Rows as one page; each row bears the number of all that were found. */
export function pageOf<Line>(
	rows: readonly (Line & { readonly total: number })[],
	query: ListQuery,
): ListPage<Line> {
	const total = rows[0]?.total ?? 0;
	return {
		lines: rows.map(({ total, ...line }) => line as Line),
		total,
		pages: Math.max(1, Math.ceil(total / PAGE_LINES)),
		query,
	};
}

/** What a list can be sorted by: the columns in order, all ascending. */
export type Sorts = Readonly<Record<string, readonly SQL[]>>;
