import { z } from 'zod';
import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { desk, slot } from '../foundation/database/schema';

/** Seats as an act on them left them. */
export const seatStates = z.array(
	z.object({
		slot: z.string(),
		desk: z.string(),
		start: z.number(),
		reason: z.string().nullable(),
	}),
);
export type SeatBlock = z.infer<typeof seatStates>[number];

/** How some slots are blocked, by id; those that are no part of any sitting are left out. */
export async function blocksOf(db: Reader, slots: readonly string[]): Promise<SeatBlock[]> {
	if (slots.length === 0) return [];
	const rows = await db
		.select()
		.from(slot)
		.where(and(inArray(slot.id, slots as (typeof slot.$inferSelect.id)[]), isNull(slot.detachedAt)))
		.orderBy(slot.startsAt, slot.id);
	return rows.map(blockOf);
}

/** The same of a conference's own slots, locked in the one order. */
export async function lockedBlocks(
	tx: Reader,
	conferenceId: string,
	slots: readonly string[],
): Promise<SeatBlock[]> {
	const rows = await tx
		.select({ slot })
		.from(slot)
		.innerJoin(desk, eq(desk.id, slot.deskId))
		.where(
			and(
				eq(desk.conferenceId, conferenceId),
				inArray(slot.id, slots as (typeof slot.$inferSelect.id)[]),
				isNull(slot.detachedAt),
			),
		)
		.orderBy(slot.id)
		.for('update', { of: slot });
	return rows.map(({ slot: row }) => blockOf(row));
}

/** A reason is kept as it was typed; empty: blocked, and nobody says why. `null`: not blocked. */
const blockOf = (row: typeof slot.$inferSelect): SeatBlock => ({
	slot: row.id,
	desk: row.deskId,
	start: row.startsAt,
	reason: row.blockedAt === null ? null : (row.blockedFor ?? ''),
});
