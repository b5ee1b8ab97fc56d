import { and, eq } from 'drizzle-orm';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { accountCredential } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';

/** The name under which the account package keeps passwords. */
const PROVIDER = 'credential';

/** Keeps the hash of an account's password, its first one or another one. */
export async function writePassword(
	tx: Transaction,
	clock: Clock,
	accountId: string,
	hash: string,
): Promise<void> {
	const now = new Date(clock.now());
	const changed = await tx
		.update(accountCredential)
		.set({ password: hash, updatedAt: now })
		.where(and(eq(accountCredential.userId, accountId), eq(accountCredential.providerId, PROVIDER)))
		.returning({ id: accountCredential.id });
	if (changed.length) return;
	await tx.insert(accountCredential).values({
		id: newId(clock),
		accountId,
		userId: accountId,
		providerId: PROVIDER,
		password: hash,
		createdAt: now,
		updatedAt: now,
	});
}
