import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/postgres-js';
import { migrate } from 'drizzle-orm/postgres-js/migrator';
import postgres from 'postgres';
import type { Reader } from './connect';
import { rowsOf } from './rows-of';

/** Any number will do, as long as it is always the same one. */
const MIGRATION_LOCK = 7_310_010;

/** Brings the database up to date, one process at a time. `folder` holds the migrations. */
export async function migrateDatabase(url: string, folder: string): Promise<void> {
	const connection = postgres(url, { max: 1, onnotice: () => {} });
	try {
		await connection`select pg_advisory_lock(${MIGRATION_LOCK})`;
		await migrate(drizzle(connection), { migrationsFolder: folder });
		await migrateQueue(url);
	} finally {
		await connection.end();
	}
}

/** The queue's own tables: changes add jobs before any server has begun to do them. */
async function migrateQueue(connectionString: string): Promise<void> {
	// It brings much along that nobody else needs.
	const { Logger, runMigrations } = await import('graphile-worker');
	await runMigrations({ connectionString, logger: new Logger(() => () => {}) });
}

/** How many migrations of the folder the database still lacks. */
export async function missingMigrations(db: Reader, folder: string): Promise<number> {
	const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
		entries: unknown[];
	};
	const [row] = await rowsOf(
		db,
		sql<{ done: number }>`select count(*)::int as done from drizzle.__drizzle_migrations`,
	);
	return journal.entries.length - (row?.done ?? 0);
}
