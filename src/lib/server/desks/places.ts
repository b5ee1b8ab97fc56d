import { and, asc, eq, inArray } from 'drizzle-orm';
import type { PlannedPlace } from '../../core/desks/desk-plan';
import { groupBy } from '../../core/group-by';
import type { Clock } from '../foundation/clock';
import type { Reader, Transaction } from '../foundation/database/connect';
import { building, place, seriesPlace } from '../foundation/database/schema';
import { secret } from '../foundation/secret-in-answer';
import { newId } from '../foundation/identifiers';

/** The places that are meant: known ones, else new ones. Returns their ids in the same order. */
export async function placesFor(
	tx: Transaction,
	clock: Clock,
	wanted: readonly PlannedPlace[],
): Promise<string[]> {
	const ids: string[] = [];
	for (const entry of wanted) ids.push(await placeFor(tx, clock, entry));
	return ids;
}

async function placeFor(tx: Transaction, clock: Clock, wanted: PlannedPlace): Promise<string> {
	if (wanted.kind === 'room') return roomFor(tx, clock, wanted.room.trim(), wanted.building.trim());
	const values =
		wanted.kind === 'video'
			? { kind: wanted.kind, name: 'Video', link: wanted.link, fresh: wanted.link === null }
			: {
					kind: wanted.kind,
					name: [wanted.number, wanted.pin && `PIN ${wanted.pin}`].filter(Boolean).join(', '),
					telephone: wanted.number,
					pin: wanted.pin || null,
				};
	const [known] = await tx
		.select({ id: place.id })
		.from(place)
		.where(
			and(
				eq(place.kind, wanted.kind),
				wanted.kind === 'telephone'
					? eq(place.name, values.name)
					: wanted.link === null
						? eq(place.fresh, true)
						: eq(place.link, wanted.link),
			),
		);
	if (known) return known.id;
	const id = newId(clock);
	await tx.insert(place).values({ id, ...values });
	return id;
}

/** A room by its name; without a building the one room of that name, wherever it is. */
async function roomFor(
	tx: Transaction,
	clock: Clock,
	name: string,
	buildingName: string,
): Promise<string> {
	const buildingId = buildingName ? await buildingNamed(tx, clock, buildingName) : null;
	const known = await tx
		.select({ id: place.id, buildingId: place.buildingId })
		.from(place)
		.where(and(eq(place.kind, 'room'), eq(place.name, name)));
	const found =
		buildingId === null
			? (known.find((room) => room.buildingId === null) ??
				(known.length === 1 ? known[0] : undefined))
			: known.find((room) => room.buildingId === buildingId);
	if (found) return found.id;
	const id = newId(clock);
	await tx.insert(place).values({ id, kind: 'room', name, buildingId });
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

/** A place as people plan it. */
export function plannedPlace(
	row: typeof place.$inferSelect,
	buildingName: string | null,
): PlannedPlace {
	switch (row.kind) {
		case 'room':
			return { kind: 'room', room: row.name, building: buildingName ?? '' };
		case 'video':
			return { kind: 'video', link: row.link && secret(row.link) };
		case 'telephone':
			return secret({
				kind: 'telephone',
				number: row.telephone ?? row.name,
				pin: row.pin ?? '',
			});
	}
}

/** The places of each series, the usual one first. */
export async function placesOfSeries(
	db: Reader,
	seriesIds: readonly string[],
): Promise<ReadonlyMap<string, { id: string; planned: PlannedPlace }[]>> {
	const rows = await db
		.select({ series: seriesPlace.seriesId, place, building: building.name })
		.from(seriesPlace)
		.innerJoin(place, eq(place.id, seriesPlace.placeId))
		.leftJoin(building, eq(building.id, place.buildingId))
		.where(inArray(seriesPlace.seriesId, [...seriesIds]))
		.orderBy(asc(seriesPlace.rank));
	return new Map(
		[...groupBy(rows, ({ series }) => series)].map(([id, entries]) => [
			id,
			entries.map(({ place, building }) => ({
				id: place.id,
				planned: plannedPlace(place, building),
			})),
		]),
	);
}
