import { eq } from 'drizzle-orm';
import type { Transaction } from '../foundation/database/connect';
import { conference } from '../foundation/database/schema';

/**
 * Changes of the set-up queue up at the conference, without keeping bookings (which refer to its key)
 * from being written. Throws when there is none.
 */
export async function lockConference(
	tx: Transaction,
	id: string,
): Promise<typeof conference.$inferSelect> {
	const [row] = await tx
		.select()
		.from(conference)
		.where(eq(conference.id, id))
		.for('no key update');
	if (!row) throw new Error(`no conference ${id}`);
	return row;
}
