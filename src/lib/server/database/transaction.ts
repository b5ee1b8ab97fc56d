import { setTimeout as sleep } from 'node:timers/promises';
import type { Database, Transaction } from './connect';
import { isWorthRetrying } from './errors';

/** The database was too busy for this, several times in a row; nothing was changed. */
export class BusyError extends Error {
	override readonly name = 'BusyError';
}

const TRIES = 5;

/** Runs the work in one transaction; tries again after a deadlock or a serialization failure. */
export async function inTransaction<T>(
	db: Database,
	work: (tx: Transaction) => Promise<T>,
): Promise<T> {
	for (let attempt = 1; ; attempt++) {
		try {
			return await db.transaction(work);
		} catch (error) {
			if (!isWorthRetrying(error)) throw error;
			if (attempt === TRIES) throw new BusyError('the database is busy', { cause: error });
			await sleep(attempt * 10 + Math.random() * 20);
		}
	}
}
