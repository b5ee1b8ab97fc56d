import { sql } from 'drizzle-orm';
import type { Database } from './connect';
import { inTransaction } from './transaction';

/**
 * Has PostgreSQL count anew what is in the tables, by which it plans statements. It does so by itself
 * within minutes; where thousands of rows came at once, these would be slow minutes.
 */
export async function renewStatistics(db: Database): Promise<void> {
	await inTransaction(db, (tx) => tx.execute(sql`analyze`), { isLong: true });
}
