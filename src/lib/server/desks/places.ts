import { and, asc, eq } from 'drizzle-orm';
import type { Clock } from '../clock';
import type { Reader, Transaction } from '../database/connect';
import { building, place } from '../database/schema';
import { newId } from '../identifiers';

/** Where a desk receives, as an organiser says it. */
export type PlaceWish =
	| { readonly kind: 'room'; readonly room: string; readonly building: string }
	| { readonly kind: 'video'; readonly link: string }
	/** With the PIN, as families are to read it. */
	| { readonly kind: 'telephone'; readonly number: string };

/** The place that was meant: a known one of that name, else a new one. */
export async function placeFor(tx: Transaction, clock: Clock, wish: PlaceWish): Promise<string> {
	if (wish.kind !== 'room') {
		const remote =
			wish.kind === 'video'
				? { kind: wish.kind, name: 'Video', link: wish.link }
				: { kind: wish.kind, name: wish.number, link: null };
		const [known] = await tx
			.select({ id: place.id })
			.from(place)
			.where(
				and(
					eq(place.kind, remote.kind),
					remote.link === null ? eq(place.name, remote.name) : eq(place.link, remote.link),
				),
			);
		if (known) return known.id;
		const id = newId(clock);
		await tx.insert(place).values({ id, ...remote });
		return id;
	}
	const buildingId = await buildingNamed(tx, clock, wish.building);
	const [known] = await tx
		.select({ id: place.id })
		.from(place)
		.where(
			and(eq(place.kind, 'room'), eq(place.name, wish.room), eq(place.buildingId, buildingId)),
		);
	if (known) return known.id;
	const id = newId(clock);
	await tx.insert(place).values({ id, kind: 'room', name: wish.room, buildingId });
	return id;
}

async function buildingNamed(tx: Transaction, clock: Clock, name: string): Promise<string> {
	await tx
		.insert(building)
		.values({ id: newId(clock), name })
		.onConflictDoNothing();
	const [row] = await tx.select().from(building).where(eq(building.name, name));
	return row!.id;
}

/** The rooms that are known, with their buildings, for choosing. */
export async function listRooms(db: Reader): Promise<{ room: string; building: string }[]> {
	return db
		.select({ room: place.name, building: building.name })
		.from(place)
		.innerJoin(building, eq(building.id, place.buildingId))
		.where(eq(place.kind, 'room'))
		.orderBy(asc(building.name), asc(place.name));
}
