import { and, eq, isNull, sql } from 'drizzle-orm';
import { isSame } from '../../core/merge/is-same';
import { kindsUndoneBy } from '../../operations/change';
import * as changesOfSeats from '../../operations/seats';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { isLostRace } from '../foundation/database/errors';
import { uuids } from '../foundation/database/params';
import { act, slot } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { blocksOf, lockedBlocks, seatStates, type SeatBlock } from './block-state';
import { takenAmong } from './taken-among';

const UNDOABLE: ReadonlySet<string> = kindsUndoneBy('seats.undo', changesOfSeats);

const repeated = (after: unknown, act: string) => ({
	slots: seatStates.parse(after).map((seat) => seat.slot),
	act,
});

/** Blocks seats for everybody; those that somebody has or holds stay as they are. */
export const blockSeats = performs(changesOfSeats.seatsBlock).by({
	repeated,
	async work({ tx, clock, act, input: { conferenceId, slots, reason } }) {
		const known = await lockedBlocks(tx, conferenceId, slots);
		if (known.length < new Set(slots).size) return { refused: { reason: 'unknown' } };
		const taken = await takenAmong(tx, clock, slots);
		const before = known.filter((seat) => !taken.has(seat.slot) && seat.reason !== reason);
		if (before.length === 0 && taken.size > 0) return { refused: { reason: 'taken' } };
		const after = before.map((seat) => ({ ...seat, reason }));
		await write(tx, clock, after);
		return worked('seats.blocked', { conferenceId, act, before, after });
	},
});

/** Opens blocked seats again. */
export const unblockSeats = performs(changesOfSeats.seatsUnblock).by({
	repeated,
	async work({ tx, clock, act, input: { conferenceId, slots } }) {
		const known = await lockedBlocks(tx, conferenceId, slots);
		if (known.length < new Set(slots).size) return { refused: { reason: 'unknown' } };
		const before = known.filter(({ reason }) => reason !== null);
		const after = before.map((seat) => ({ ...seat, reason: null }));
		await write(tx, clock, after);
		return worked('seats.unblocked', { conferenceId, act, before, after });
	},
});

/** Takes an act on seats back, if none of them has changed since. */
export const undoSeats = performs(changesOfSeats.seatsUndo).by({
	async work({ tx, clock, act: undoing, input }) {
		const [row] = await tx.select().from(act).where(eq(act.id, input.act));
		if (!row?.conferenceId || !UNDOABLE.has(row.kind)) return { refused: { reason: 'unknown' } };
		if (row.undoneBy !== null) return { refused: { reason: 'undone-before' } };
		const { conferenceId } = row;
		const before = seatStates.parse(row.before);
		const after = seatStates.parse(row.after);
		const ids = after.map((seat) => seat.slot);
		const now = await lockedBlocks(tx, conferenceId, ids);
		if (!isSame(bySlot(now), bySlot(after))) return { refused: { reason: 'newer' } };
		const closing = before.filter(({ reason }) => reason !== null).map((seat) => seat.slot);
		const taken = await takenAmong(tx, clock, closing);
		if (taken.size > 0) return { refused: { reason: 'taken' } };
		await write(tx, clock, before);
		await tx
			.update(act)
			.set({ undoneBy: undoing })
			.where(and(eq(act.id, input.act), isNull(act.undoneBy)));
		return {
			done: { act: undoing },
			act: { kind: 'seats.undone', conferenceId, before: after, after: await blocksOf(tx, ids) },
		};
	},
	lost: async (_, error) => (isLostRace(error) ? { ok: false, reason: 'taken' } : null),
});

const bySlot = (seats: readonly SeatBlock[]): SeatBlock[] =>
	[...seats].sort((a, b) => (a.slot < b.slot ? -1 : 1));

/** Writes seats as they should be blocked, all of one reason at once. */
async function write(tx: Transaction, clock: Clock, seats: readonly SeatBlock[]): Promise<void> {
	for (const reason of new Set(seats.map((seat) => seat.reason))) {
		const ids = seats.filter((seat) => seat.reason === reason).map((seat) => seat.slot);
		await tx
			.update(slot)
			.set({ blockedAt: reason === null ? null : clock.now(), blockedFor: reason })
			.where(sql`${slot.id} = any(${uuids(ids)})`);
	}
}

function worked<Kind extends 'seats.blocked' | 'seats.unblocked'>(
	kind: Kind,
	{
		conferenceId,
		act,
		before,
		after,
	}: {
		readonly conferenceId: string;
		readonly act: string;
		readonly before: readonly SeatBlock[];
		readonly after: readonly SeatBlock[];
	},
) {
	if (after.length === 0) return { done: { slots: [], act: null }, act: null };
	return {
		done: { slots: after.map((seat) => seat.slot), act },
		act: { kind, conferenceId, before, after },
	};
}
