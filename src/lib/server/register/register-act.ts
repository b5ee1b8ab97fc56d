import { sql } from 'drizzle-orm';
import { recordAct, type ActFacts } from '../acts/record-act';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';

/** Lists are read and families are rearranged one at a time. Any number will do, always the same. */
const REGISTER_LOCK = 7_310_011;

/**
 * Begins an act on the register: from here to the end of the transaction every changed row is kept
 * beside the act, so that `undo_register_changes` can take it back. Returns the act's id.
 */
export async function beginRegisterAct(
	tx: Transaction,
	clock: Clock,
	facts: ActFacts,
): Promise<string> {
	await lockRegister(tx);
	const id = await recordAct(tx, clock, facts);
	await tx.execute(sql`select set_config('ten_chairs.act', ${id}, true)`);
	return id;
}

/** Waits for whoever changes the register; held until the transaction ends. */
export async function lockRegister(tx: Transaction): Promise<void> {
	// Reading the lists of a large school takes longer than others wait for a lock.
	await tx.execute(sql`select set_config('lock_timeout', '60s', true)`);
	await tx.execute(sql`select pg_advisory_xact_lock(${REGISTER_LOCK})`);
}
