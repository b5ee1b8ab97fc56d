import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import type { Database, Transaction } from './connect';
import { isWorthRetrying, tookTooLong } from './errors';

/** The database was too busy for this, several times in a row; nothing was changed. */
export class BusyError extends Error {
	override readonly name = 'BusyError';
}

const TRIES = 5;

export interface TransactionOptions {
	/** For what reads or writes thousands of rows: it may take minutes, and wait for others. */
	readonly isLong?: boolean;
}

/**
 * Runs the work in one transaction; tries again after a deadlock or a serialization failure. What waits
 * too long for a lock, or takes too long, is ended as busy.
 */
export async function inTransaction<T>(
	db: Database,
	work: (tx: Transaction) => Promise<T>,
	{ isLong = false }: TransactionOptions = {},
): Promise<T> {
	for (let attempt = 1; ; attempt++) {
		try {
			return await db.transaction(async (tx) => {
				if (isLong) await allowMinutes(tx);
				return work(tx);
			});
		} catch (error) {
			if (tookTooLong(error)) throw new BusyError('it took too long', { cause: error });
			if (!isWorthRetrying(error)) throw error;
			if (attempt === TRIES) throw new BusyError('the database is busy', { cause: error });
			await sleep(attempt * 10 + Math.random() * 20);
		}
	}
}

async function allowMinutes(tx: Transaction): Promise<void> {
	await tx.execute(sql`select set_config('statement_timeout', '300s', true),
		set_config('lock_timeout', '60s', true),
		set_config('idle_in_transaction_session_timeout', '120s', true)`);
}

/** Reads everything as it is at one moment, in a transaction in which the database refuses to write or to count up. */
export async function inReadOnly<T>(
	db: Database,
	work: (tx: Transaction) => Promise<T>,
): Promise<T> {
	try {
		return await db.transaction(work, {
			accessMode: 'read only',
			isolationLevel: 'repeatable read',
		});
	} catch (error) {
		if (tookTooLong(error)) throw new BusyError('it took too long', { cause: error });
		throw error;
	}
}
