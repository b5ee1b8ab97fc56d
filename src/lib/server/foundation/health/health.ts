import type { Reader } from '../database/connect';
import { missingMigrations } from '../database/migrate';

export interface Health {
	readonly database: 'answers' | 'silent';
	readonly migrations: 'current' | 'missing' | 'unknown';
}

export const isHealthy = ({ database, migrations }: Health): boolean =>
	database === 'answers' && migrations === 'current';

/** Whether the database answers and is up to date. */
export async function checkHealth(db: Reader, migrationsFolder: string): Promise<Health> {
	try {
		const missing = await missingMigrations(db, migrationsFolder);
		return { database: 'answers', migrations: missing === 0 ? 'current' : 'missing' };
	} catch {
		return { database: 'silent', migrations: 'unknown' };
	}
}
