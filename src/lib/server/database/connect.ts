import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import postgres, { type Sql } from 'postgres';
import { preparingClient } from './clients';
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

/**
 * Opens a pool of so many connections, two at least. Nothing is connected before the first query.
 *
 * Transactions have connections of their own: statements by themselves share theirs, one sent behind
 * the other, and the driver may start a transaction behind them without keeping others out of it.
 */
export function connect(url: string, pool: number): Connection {
	const open = (max: number) =>
		postgres(url, {
			max,
			onnotice: () => {},
			// How alike a typed word must be to a name: slips of a letter or two are forgiven.
			connection: { 'pg_trgm.word_similarity_threshold': '0.4' },
		});
	const forStatements = open(Math.max(1, Math.floor(pool / 4)));
	const forTransactions = open(Math.max(1, pool - Math.floor(pool / 4)));
	const db = drizzle(preparingClient(forStatements, forTransactions), { schema });
	// Drizzle says how values are read and written on the client that it is given.
	Object.assign(forTransactions.options.parsers, forStatements.options.parsers);
	Object.assign(forTransactions.options.serializers, forStatements.options.serializers);
	return {
		db,
		sql: forStatements,
		close: async () => {
			await Promise.all([forStatements, forTransactions].map((sql) => sql.end({ timeout: 5 })));
		},
	};
}
