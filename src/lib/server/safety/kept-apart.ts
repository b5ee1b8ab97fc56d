import { and, eq, inArray } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { localOf } from '../../core/time/local-time';
import type { ApartVisit } from '../../core/visits/keep-apart';
import type { Reader } from '../database/connect';
import { apartFrom, appointment, place } from '../database/schema';

/** Families from which this one is kept apart, with the margin in minutes. */
export async function familiesApart(db: Reader, familyId: string): Promise<Map<string, number>> {
	const rows = await db.select().from(apartFrom).where(eq(apartFrom.familyId, familyId));
	return new Map(rows.map((row) => [row.otherFamilyId, row.marginMinutes]));
}

/** When the families kept apart from this one are at the school: one visit in person for each date. */
export async function visitsApart(
	db: Reader,
	conferenceId: string,
	timeZone: string,
	apart: ReadonlyMap<string, number>,
): Promise<ApartVisit[]> {
	if (apart.size === 0) return [];
	const rows = await db
		.select({
			family: appointment.familyId,
			start: appointment.startsAt,
			end: appointment.endsAt,
		})
		.from(appointment)
		.innerJoin(place, eq(place.id, appointment.placeId))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.familyId, [...apart.keys()]),
				inArray(appointment.standing, ['asked', 'booked']),
				eq(place.kind, 'room'),
			),
		);
	const visits = groupBy(rows, ({ family, start }) => `${family} ${localOf(start, timeZone).date}`);
	return [...visits.values()].map((list) => ({
		date: localOf(list[0]!.start, timeZone).date,
		start: Math.min(...list.map(({ start }) => start)),
		end: Math.max(...list.map(({ end }) => end)),
		marginMinutes: apart.get(list[0]!.family)!,
	}));
}
