import { eq, sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect';
import { conference } from '../database/schema';

/** Makes what server processes keep of the conference (its snapshot) stale. */
export async function touchConference(tx: Transaction, id: string): Promise<void> {
	await tx
		.update(conference)
		.set({ version: sql`${conference.version} + 1` })
		.where(eq(conference.id, id));
}
