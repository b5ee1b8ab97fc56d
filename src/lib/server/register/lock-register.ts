import { sql } from 'drizzle-orm';
import type { Transaction } from '../foundation/database/connect';

/** Lists are read and families are rearranged one at a time. Any number will do, always the same. */
const REGISTER_LOCK = 7_310_011;

/** Waits for whoever changes the register; held until the transaction ends. */
export async function lockRegister({ tx }: { readonly tx: Transaction }): Promise<void> {
	// Reading the lists of a large school takes longer than others wait for a lock.
	await tx.execute(sql`select set_config('lock_timeout', '60s', true)`);
	await tx.execute(sql`select pg_advisory_xact_lock(${REGISTER_LOCK})`);
}

/**
 * The same for an act that can be taken back: from here to the end of the transaction every changed row is
 * kept beside it, for `undo_register_changes`.
 */
export async function lockRegisterFor(asked: {
	readonly tx: Transaction;
	readonly act: string;
}): Promise<void> {
	await lockRegister(asked);
	await asked.tx.execute(sql`select set_config('ten_chairs.act', ${asked.act}, true)`);
}
