import { and, eq, inArray, or } from 'drizzle-orm';
import { mergeFields, type Collision } from '../../core/merge/merge-fields';
import { isSame } from '../../core/merge/is-same';
import { may, type Actor } from '../../core/permissions/may';
import {
	entryId,
	faultOfEntry,
	type RoomsEntry,
	type RoomsFault,
} from '../../core/rooms/school-rooms';
import { roomsSave, type RoomsChange, type RoomsOutcome } from '../../operations/rooms';
import type { Reader, Transaction } from '../foundation/database/connect';
import {
	appointment,
	building,
	buildingWalk,
	place,
	seriesPlace,
	sitting,
} from '../foundation/database/schema';
import { assignSpaces } from '../desks/room-spaces';
import { byName } from '../register/name-order';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';

/** All rooms, buildings and ways of the school, by name. */
export async function listRooms(db: Reader, actor: Actor): Promise<RoomsEntry[]> {
	if (!may(actor, 'rooms.see')) throw new ForbiddenError();
	return readEntries(db);
}

async function readEntries(db: Reader): Promise<RoomsEntry[]> {
	const [buildings, rooms, walks] = await Promise.all([
		db.select().from(building).orderBy(byName(building.name)),
		db.select().from(place).where(eq(place.kind, 'room')).orderBy(byName(place.name)),
		db.select().from(buildingWalk),
	]);
	return [
		...buildings.map(({ id, name, insideMinutes }) => ({
			kind: 'building' as const,
			id,
			name,
			insideMinutes,
		})),
		...rooms.map(({ id, name, buildingId, spaces, stepFree }) => ({
			kind: 'room' as const,
			id,
			name,
			building: buildingId,
			spaces,
			stepFree,
		})),
		...walks.map(({ fromBuildingId, toBuildingId, minutes }) => ({
			kind: 'walk' as const,
			from: fromBuildingId,
			to: toBuildingId,
			minutes,
		})),
	];
}

/**
 * Keeps changes of rooms, buildings and ways, field by field over what is there. A room that a desk
 * uses, or a building that has rooms, is not removed. Desks find or lose their space in a room whose
 * number of spaces changes.
 */
export const saveRooms = performs(roomsSave).by({
	// Editors of the rooms queue up; desks and bookings do not wait for them.
	lock: async ({ tx }) => {
		await tx.select({ id: building.id }).from(building).orderBy(building.id).for('update');
	},
	async work({ tx, input: { changes } }) {
		const known = new Map((await readEntries(tx)).map((entry) => [entryId(entry), entry]));
		const outcomes: RoomsOutcome[] = [];
		const changed: { before: RoomsEntry | null; after: RoomsEntry | null }[] = [];
		for (const change of changes) {
			const meant = change.entry ?? change.base;
			if (!meant) continue;
			const id = entryId(meant);
			const theirs = known.get(id) ?? null;
			const outcome = await keepEntry(tx, change, theirs, [...known.values()]);
			outcomes.push({ id, ...outcome });
			if (outcome.entry) known.set(id, outcome.entry);
			else known.delete(id);
			if (!isSame(outcome.entry, theirs)) changed.push({ before: theirs, after: outcome.entry });
		}
		const done = { outcomes };
		if (changed.length === 0) return { done, act: null };
		await assignSpaces(
			tx,
			changed.flatMap(({ after }) => (after?.kind === 'room' ? after.id : [])),
		);
		return {
			done,
			act: {
				kind: 'rooms.changed',
				before: changed.map(({ before }) => before),
				after: changed.map(({ after }) => after),
			},
		};
	},
});

async function keepEntry(
	tx: Transaction,
	{ base, entry }: RoomsChange,
	theirs: RoomsEntry | null,
	others: readonly RoomsEntry[],
): Promise<Omit<RoomsOutcome, 'id'>> {
	const told = (
		kept: RoomsEntry | null,
		fault: RoomsFault | null,
		collisions: Collision[] = [],
	) => ({
		entry: kept,
		fault,
		collisions,
	});
	if (entry === null) {
		if (theirs === null) return told(null, null);
		if (await isInUse(tx, theirs)) return told(theirs, 'in-use');
		await removeEntry(tx, theirs);
		return told(null, null);
	}
	if (theirs === null && base !== null)
		return told(null, null, [{ path: 'entry', mine: entry, theirs: null }]);
	const merged = theirs
		? mergeFields(base ?? theirs, entry, theirs)
		: { value: entry, collisions: [] };
	const fault = faultOfEntry(merged.value, others);
	if (fault) return told(theirs, fault);
	if (!isSame(merged.value, theirs)) await writeEntry(tx, merged.value);
	return told(merged.value, null, [...merged.collisions]);
}

async function writeEntry(tx: Transaction, entry: RoomsEntry): Promise<void> {
	if (entry.kind === 'walk') {
		const [from, to] = [entry.from, entry.to].sort() as [string, string];
		const { minutes } = entry;
		await tx
			.insert(buildingWalk)
			.values({ fromBuildingId: from, toBuildingId: to, minutes })
			.onConflictDoUpdate({
				target: [buildingWalk.fromBuildingId, buildingWalk.toBuildingId],
				set: { minutes },
			});
		return;
	}
	const { id } = entry;
	const name = entry.name.trim();
	if (entry.kind === 'building') {
		const values = { name, insideMinutes: entry.insideMinutes };
		await tx
			.insert(building)
			.values({ id, ...values })
			.onConflictDoUpdate({ target: building.id, set: values });
		return;
	}
	const { building: buildingId, spaces, stepFree } = entry;
	const values = { name, buildingId, spaces, stepFree };
	// Sittings in spaces that will not be there any more give them back first.
	await tx.update(sitting).set({ space: null }).where(eq(sitting.roomId, id));
	await tx
		.insert(place)
		.values({ id, kind: 'room', ...values })
		.onConflictDoUpdate({ target: place.id, set: values });
}

async function isInUse(tx: Transaction, entry: RoomsEntry): Promise<boolean> {
	if (entry.kind === 'walk') return false;
	if (entry.kind === 'building') {
		const rooms = await tx
			.select({ id: place.id })
			.from(place)
			.where(eq(place.buildingId, entry.id))
			.limit(1);
		return rooms.length > 0;
	}
	const [desks, booked] = await Promise.all([
		tx.select().from(seriesPlace).where(eq(seriesPlace.placeId, entry.id)).limit(1),
		tx
			.select({ id: appointment.id })
			.from(appointment)
			.where(eq(appointment.placeId, entry.id))
			.limit(1),
	]);
	return desks.length + booked.length > 0;
}

async function removeEntry(tx: Transaction, entry: RoomsEntry): Promise<void> {
	if (entry.kind === 'walk') {
		const ends = [entry.from, entry.to];
		await tx
			.delete(buildingWalk)
			.where(
				and(inArray(buildingWalk.fromBuildingId, ends), inArray(buildingWalk.toBuildingId, ends)),
			);
		return;
	}
	if (entry.kind === 'building') {
		await tx
			.delete(buildingWalk)
			.where(
				or(eq(buildingWalk.fromBuildingId, entry.id), eq(buildingWalk.toBuildingId, entry.id)),
			);
		await tx.delete(building).where(eq(building.id, entry.id));
		return;
	}
	await tx.delete(place).where(eq(place.id, entry.id));
}
