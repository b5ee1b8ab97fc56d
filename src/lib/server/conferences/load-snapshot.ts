import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import type { ConferenceSnapshot } from '../../core/conferences/snapshot';
import { groupBy } from '../../core/group-by';
import type { Reader } from '../database/connect';
import {
	building,
	buildingWalk,
	conference,
	desk,
	deskPerson,
	place,
	slot,
} from '../database/schema';

const cache = new Map<string, ConferenceSnapshot>();

/**
 * The conference's set-up as core sees it, cached by its version. Throws when there is no such
 * conference.
 */
export async function loadSnapshot(db: Reader, conferenceId: string): Promise<ConferenceSnapshot> {
	const [facts] = await db.select().from(conference).where(eq(conference.id, conferenceId));
	if (!facts) throw new Error(`no conference ${conferenceId}`);
	const known = cache.get(conferenceId);
	if (known?.conference.version === facts.version) return known;

	const desks = await db
		.select()
		.from(desk)
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(asc(desk.number));
	const deskIds = desks.map(({ id }) => id);
	const [persons, slots, walks] = await Promise.all([
		db
			.select()
			.from(deskPerson)
			.where(and(inArray(deskPerson.deskId, deskIds), eq(deskPerson.role, 'all'))),
		db
			.select()
			.from(slot)
			.where(and(inArray(slot.deskId, deskIds), isNull(slot.detachedAt)))
			.orderBy(asc(slot.startsAt), asc(slot.deskId)),
		db.select().from(buildingWalk),
	]);
	// Booked slots that no longer fit keep their places readable.
	const places = await db
		.select({
			id: place.id,
			kind: place.kind,
			name: place.name,
			building: place.buildingId,
			buildingName: building.name,
		})
		.from(place)
		.leftJoin(building, eq(building.id, place.buildingId))
		.where(
			inArray(
				place.id,
				db.select({ id: slot.placeId }).from(slot).where(inArray(slot.deskId, deskIds)),
			),
		);

	const personsOf = groupBy(persons, ({ deskId }) => deskId);
	const snapshot: ConferenceSnapshot = {
		conference: facts,
		dates: [...new Set(slots.map(({ localDate }) => localDate))].sort(),
		places,
		walks: walks.map(({ fromBuildingId, toBuildingId, minutes }) => ({
			from: fromBuildingId,
			to: toBuildingId,
			minutes,
		})),
		desks: desks.map(({ id, number, name, subject }) => ({
			id,
			number,
			name,
			subject,
			persons: (personsOf.get(id) ?? []).map(({ personId }) => personId),
		})),
		slots: slots.map((row) => ({
			id: row.id,
			desk: row.deskId,
			place: row.placeId,
			date: row.localDate,
			start: row.startsAt,
			end: row.endsAt,
			claimEnd: row.claimEndsAt,
			seats: row.seats,
			blocked: row.blockedAt !== null,
		})),
	};
	cache.set(conferenceId, snapshot);
	return snapshot;
}
