import { and, inArray, lte, sql } from 'drizzle-orm';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { uuids } from '../foundation/database/params';
import { claim, hold } from '../foundation/database/schema';

/** Ids of slots in which somebody sits, or for whom they are kept. */
export async function takenAmong(
	tx: Transaction,
	clock: Clock,
	slots: readonly string[],
): Promise<ReadonlySet<string>> {
	if (slots.length === 0) return new Set();
	const ended = tx.select({ id: hold.id }).from(hold).where(lte(hold.until, clock.now()));
	await tx
		.delete(claim)
		.where(and(inArray(claim.occupancy, [...slots]), inArray(claim.holdId, ended)));
	const rows = await tx
		.selectDistinct({ slot: claim.occupancy })
		.from(claim)
		.where(sql`${claim.occupancy} = any(${uuids(slots)})`);
	return new Set(rows.map((row) => row.slot));
}
