import type { PgTable } from 'drizzle-orm/pg-core';
import type { Transaction } from './connect';

/** PostgreSQL takes 65,535 parameters a statement; this many rows of any of our tables fit. */
const ROWS = 2000;

/** Inserts any number of rows, also none. */
export async function insertAll<T extends PgTable>(
	tx: Transaction,
	table: T,
	rows: T['$inferInsert'][],
): Promise<void> {
	for (let from = 0; from < rows.length; from += ROWS)
		await tx.insert(table).values(rows.slice(from, from + ROWS));
}

/** Inserts the rows that no constraint finds there already. Returns how many those were. */
export async function insertNew<T extends PgTable>(
	db: Pick<Transaction, 'insert'>,
	table: T,
	rows: T['$inferInsert'][],
): Promise<number> {
	let inserted = 0;
	for (let from = 0; from < rows.length; from += ROWS) {
		const { count } = await db
			.insert(table)
			.values(rows.slice(from, from + ROWS))
			.onConflictDoNothing();
		inserted += count;
	}
	return inserted;
}
