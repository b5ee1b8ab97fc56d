import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import postgres, { type Sql } from 'postgres';
import { pooledClient } from './clients';
import { Pool } from './pool';
import * as schema from './schema';

export type Database = PostgresJsDatabase<typeof schema>;
/** Inside a transaction; whatever reads takes either. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];
export type Reader = Database | Transaction;

export interface Connection {
	readonly db: Database;
	/** For statements by themselves, and to listen. */
	readonly sql: Sql;
	close(): Promise<void>;
}

/**
 * Nothing that a request or a job asks for takes longer: it ends as busy. Who listens only waits, and
 * migrations have a connection of their own. `inTransaction` allows more to what is long.
 */
const TIMEOUTS = {
	statement_timeout: '30s',
	lock_timeout: '5s',
	idle_in_transaction_session_timeout: '30s',
};

/**
 * Opens a pool of so many connections, two at least. Nothing is connected before the first query.
 *
 * Transactions have connections of their own: statements by themselves share theirs, one sent behind
 * the other, and the driver may start a transaction behind them without keeping others out of it.
 */
export function connect(url: string, pool: number): Connection {
	const open = (max: number, timeouts: Record<string, string> = {}) =>
		postgres(url, {
			max,
			onnotice: () => {},
			connection: {
				// Every statement is short: compiling one takes many times as long as running it.
				jit: 'off',
				...timeouts,
				// How alike a typed word must be to a name: slips of a letter or two are forgiven.
				'pg_trgm.word_similarity_threshold': '0.4',
			},
		});
	/** Never asked itself, but to listen: Drizzle sets on it how values are read and written. */
	const model = open(1);
	const openAlike = (max: number) => () => {
		const client = open(max, TIMEOUTS);
		Object.assign(client.options.parsers, model.options.parsers);
		Object.assign(client.options.serializers, model.options.serializers);
		return client;
	};
	drizzle(model);
	const forStatements = new Pool(openAlike(Math.max(1, Math.floor(pool / 4))));
	const forTransactions = new Pool(openAlike(Math.max(1, pool - Math.floor(pool / 4))));
	const sql = pooledClient(model, forStatements, forTransactions);
	return {
		db: drizzle(sql, { schema }),
		sql,
		close: async () => {
			await Promise.all([model.end({ timeout: 5 }), forStatements.end(), forTransactions.end()]);
		},
	};
}
