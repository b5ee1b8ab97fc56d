import type { LocalDate } from '../../core/time/local-of';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { NamedSubstitute } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-of';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { visibleConferences } from '../conferences/read-conference';
import { appointment, family, place } from '../foundation/database/schema';
import { substitutesOf } from '../desks/named-substitutes';
import { byName } from '../register/name-order';
import { ForbiddenError } from '../foundation/forbidden';

/** Who is expected in person on the next date of a conference. */
export interface ExpectedFamilies {
	readonly conference: string;
	readonly date: LocalDate;
	readonly timeZone: string;
	/** Who stands in for whom on that date. */
	readonly substitutes: readonly NamedSubstitute[];
	readonly families: readonly {
		readonly id: string;
		readonly label: string;
		/** Of the first appointment. */
		readonly start: number;
		/** Where the family goes, in order. */
		readonly places: readonly string[];
	}[];
}

/** The families expected today, or on the next date that has any, by time; `null` when there is none. */
export async function expectedFamilies(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
): Promise<ExpectedFamilies | null> {
	if (!may(actor, 'door.see')) throw new ForbiddenError();
	const now = clock.now();
	for (const { id, name, timeZone } of await visibleConferences(db, now)) {
		const today = localOf(now, timeZone).date;
		const rows = await db
			.select({
				family: family.id,
				label: family.label,
				place: place.name,
				start: appointment.startsAt,
			})
			.from(appointment)
			.innerJoin(family, eq(family.id, appointment.familyId))
			.innerJoin(place, and(eq(place.id, appointment.placeId), eq(place.kind, 'room')))
			.where(
				and(eq(appointment.conferenceId, id), inArray(appointment.standing, ['asked', 'booked'])),
			)
			.orderBy(asc(appointment.startsAt), byName(family.label));
		const dates = groupBy(rows, ({ start }) => localOf(start, timeZone).date);
		const date = [...dates.keys()].sort().find((date) => date >= today);
		if (!date) continue;
		const substitutes = await substitutesOf(db, (await loadSnapshot(db, id)).desks);
		const visits = groupBy(dates.get(date)!, ({ family }) => family);
		return {
			conference: name,
			date,
			timeZone,
			substitutes: [...substitutes.values()].flat().filter((entry) => entry.date === date),
			families: [...visits].map(([id, list]) => ({
				id,
				label: list[0]!.label ?? '',
				start: list[0]!.start,
				places: [...new Set(list.map(({ place }) => place))],
			})),
		};
	}
	return null;
}
