import type { ListTable } from '../table';

/** What cells look like, where they tell. */
export type Look = 'email' | 'telephone' | 'class';

const LOOKS: Record<Look, RegExp> = {
	email: /^[^\s@]+@[^\s@]+\.[^\s@]+$/,
	telephone: /^(?=(?:\D*\d){6})\+?[\d\s().\-/]+$/,
	class: /^\d{1,2} ?[a-z]$/i,
};

/** So many rows are looked at. */
const SAMPLE = 50;

function cellsOf({ rows }: Pick<ListTable, 'rows'>, column: number): string[] {
	const found: string[] = [];
	for (const { cells } of rows) {
		if (found.length === SAMPLE) break;
		if (cells[column]) found.push(cells[column]);
	}
	return found;
}

/** What all cells of a column look like; `null` if they do not agree. */
export function lookOf(table: Pick<ListTable, 'rows'>, column: number): Look | null {
	const cells = cellsOf(table, column);
	if (cells.length === 0) return null;
	const looks = Object.entries(LOOKS) as [Look, RegExp][];
	return looks.find(([, pattern]) => cells.every((cell) => pattern.test(cell)))?.[0] ?? null;
}

/** Whether a column only counts its rows: 1, 2, 3 … */
export function isCounting(table: Pick<ListTable, 'rows'>, column: number): boolean {
	const cells = cellsOf(table, column);
	return cells.length >= 3 && cells.every((cell, index) => cell === String(index + 1));
}

/** Whether most names of one column hold what stands in the other: a whole name, and the given one again. */
export function holds(table: Pick<ListTable, 'rows'>, whole: number, part: number): boolean {
	const both = table.rows
		.slice(0, SAMPLE)
		.map(({ cells }) => [cells[whole] ?? '', cells[part] ?? ''] as const)
		.filter(([name, given]) => name && given);
	const held = both.filter(([name, given]) => name.split(/[\s,]+/).includes(given.split(' ')[0]!));
	return both.length > 0 && held.length * 2 > both.length;
}

/** Whether names begin with a family name in capitals: `DUPONT Marie`. */
export function beginsInCapitals(table: Pick<ListTable, 'rows'>, column: number): boolean {
	const cells = cellsOf(table, column);
	return (
		cells.length > 1 &&
		cells.every((cell) => /^\p{Lu}[\p{Lu}'’-]{2,}[\p{Lu}\s'’-]* \p{Lu}\p{Ll}/u.test(cell))
	);
}
