import { eq, sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect';
import { conference } from '../database/schema';
import { announceChange } from '../live/announce';

/**
 * Makes cached snapshots of the conference stale; for every change of desks, sittings and slots.
 * Answers the version that the conference has now.
 */
export async function touchConference(tx: Transaction, id: string): Promise<number> {
	const [row] = await tx
		.update(conference)
		.set({ version: sql`${conference.version} + 1` })
		.where(eq(conference.id, id))
		.returning({ version: conference.version });
	await announceChange(tx, id);
	return row!.version;
}
