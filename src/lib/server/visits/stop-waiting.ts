import { inArray } from 'drizzle-orm';
import type { Transaction } from '../foundation/database/connect';
import { waiting } from '../foundation/database/schema';

/** Nobody waits for what is booked: takes what these appointments are about off the waiting list. */
export async function stopWaiting(
	tx: Transaction,
	booked: readonly { readonly wishes: readonly string[] }[],
): Promise<void> {
	const wishes = booked.flatMap((entry) => entry.wishes);
	if (wishes.length) await tx.delete(waiting).where(inArray(waiting.wishId, wishes));
}
