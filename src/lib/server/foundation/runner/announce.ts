import { sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect';

/** The channel of PostgreSQL's NOTIFY. */
export const CHANNEL = 'conference_changed';
/** Where the database's triggers tell what lets nobody in any more, or to less. */
export const ACCESS_CHANNEL = 'access_changed';

/**
 * Tells all server processes, when the transaction commits, that a conference changed. The message
 * carries the conference and a number, nothing personal.
 */
export async function announceChange(tx: Transaction, conferenceId: string): Promise<void> {
	await tx.execute(
		sql`select pg_notify(${CHANNEL}, ${conferenceId} || ':' || nextval('change_number'))`,
	);
}
