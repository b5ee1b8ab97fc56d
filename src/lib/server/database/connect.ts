import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import postgres, { type Sql } from 'postgres';
import { preparing } from './preparing';
import * as schema from './schema';

export type Database = PostgresJsDatabase<typeof schema>;
/** Inside a transaction; whatever reads takes either. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
export type Reader = Database | Transaction;

export interface Connection {
	readonly db: Database;
	readonly sql: Sql;
	close(): Promise<void>;
}

/** Opens a pool of so many connections. Nothing is connected before the first query. */
export function connect(url: string, pool: number): Connection {
	const sql = postgres(url, {
		max: pool,
		onnotice: () => {},
		// How alike a typed word must be to a name: slips of a letter or two are forgiven.
		connection: { 'pg_trgm.word_similarity_threshold': '0.4' },
	});
	return { db: drizzle(preparing(sql), { schema }), sql, close: () => sql.end({ timeout: 5 }) };
}
