import { and, eq, isNotNull, notExists, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../../foundation/database/connect';
import { adult, notice } from '../../foundation/database/schema';

/** Remembers at the adult that their address takes nothing, until they have another one. */
export async function noteRefused(
	db: Database | Transaction,
	{ adultId }: Pick<typeof notice.$inferSelect, 'adultId'>,
): Promise<void> {
	if (adultId === null) return;
	await db.update(adult).set({ emailRefused: adult.email }).where(eq(adult.id, adultId));
}

/**
 * Remembers that it does take messages. Not of one from which a message came back: that a mail server took the next
 * one says nothing of what becomes of it. The office lifts that by sending again what came back, or by another address.
 */
export async function noteTaken(
	db: Database,
	{ adultId }: Pick<typeof notice.$inferSelect, 'adultId'>,
): Promise<void> {
	if (adultId === null) return;
	await db
		.update(adult)
		.set({ emailRefused: null })
		.where(
			and(
				eq(adult.id, adultId),
				isNotNull(adult.emailRefused),
				notExists(
					db
						.select({ one: sql`1` })
						.from(notice)
						.where(and(eq(notice.adultId, adultId), eq(notice.reason, 'returned'))),
				),
			),
		);
}
