import { asc, eq, inArray } from 'drizzle-orm';
import { overlaps, type Stretch } from '../../core/time/stretch';
import type { Transaction } from '../foundation/database/connect';
import { place, sitting } from '../foundation/database/schema';

/** The rooms in which desks hold a space. */
export async function roomsHeldBy(tx: Transaction, deskIds: readonly string[]): Promise<string[]> {
	const rows = await tx
		.selectDistinct({ room: sitting.roomId })
		.from(sitting)
		.where(inArray(sitting.deskId, [...deskIds]));
	return rows.flatMap(({ room }) => room ?? []);
}

/**
 * Gives each sitting in the rooms a desk space for its whole length: the one it has, else the first that
 * is free then. A sitting for which none is left has none until somebody makes room.
 */
export async function assignSpaces(tx: Transaction, rooms: readonly string[]): Promise<void> {
	const ids = [...new Set(rooms)].sort();
	if (ids.length === 0) return;
	// Two conferences may share a room: whoever gives out its spaces locks it.
	const facts = await tx
		.select({ id: place.id, spaces: place.spaces })
		.from(place)
		.where(inArray(place.id, ids))
		.orderBy(place.id)
		.for('no key update');
	for (const { id, spaces } of facts) {
		const there = await tx
			.select()
			.from(sitting)
			.where(eq(sitting.roomId, id))
			.orderBy(asc(sitting.startsAt), asc(sitting.id));
		const given = new Map<number, Stretch[]>();
		const isFree = (space: number, stretch: Stretch) =>
			!(given.get(space) ?? []).some((other) => overlaps(other, stretch));
		// Those that have a space keep it before others are given one.
		const order = [...there].sort((a, b) => Number(a.space === null) - Number(b.space === null));
		for (const row of order) {
			const stretch = { start: row.startsAt, end: row.endsAt };
			const choices = [row.space ?? 0, ...Array.from({ length: spaces }, (_, index) => index + 1)];
			const space =
				choices.find((space) => space >= 1 && space <= spaces && isFree(space, stretch)) ?? null;
			if (space !== null) given.set(space, [...(given.get(space) ?? []), stretch]);
			if (space !== row.space)
				await tx.update(sitting).set({ space }).where(eq(sitting.id, row.id));
		}
	}
}
