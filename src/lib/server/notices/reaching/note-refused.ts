import { and, eq, isNotNull } from 'drizzle-orm';
import type { Database, Transaction } from '../../foundation/database/connect';
import { adult, type notice } from '../../foundation/database/schema';

/** Remembers at the adult that their address takes nothing, until they have another one. */
export async function noteRefused(
	db: Database | Transaction,
	{ adultId }: Pick<typeof notice.$inferSelect, 'adultId'>,
): Promise<void> {
	if (adultId === null) return;
	await db.update(adult).set({ emailRefused: adult.email }).where(eq(adult.id, adultId));
}

/** Remembers that it does take messages. */
export async function noteTaken(
	db: Database,
	{ adultId }: Pick<typeof notice.$inferSelect, 'adultId'>,
): Promise<void> {
	if (adultId === null) return;
	await db
		.update(adult)
		.set({ emailRefused: null })
		.where(and(eq(adult.id, adultId), isNotNull(adult.emailRefused)));
}
