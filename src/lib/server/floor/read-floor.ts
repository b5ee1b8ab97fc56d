import { inArray } from 'drizzle-orm';
import { seatStates } from '../../core/snapshot/seat-state';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import type { Floor } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import { slot } from '../foundation/database/schema';
import { substitutesOf } from '../desks/named-substitutes';
import { ForbiddenError } from '../foundation/forbidden';
import { readSeated } from '../visits/read-seated';

/** All desks of a conference against time: every slot with its state and who sits there. */
export async function readFloor(
	{ db, clock, config }: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	conferenceId: string,
): Promise<Floor> {
	if (!may(actor, 'floor.see')) throw new ForbiddenError();
	const now = clock.now();
	const snapshot = await loadSnapshot(db, conferenceId);
	const [claims, seated] = await Promise.all([
		readClaims(db, conferenceId, now),
		readSeated(
			{ db, config },
			inArray(
				slot.deskId,
				snapshot.desks.map(({ id }) => id),
			),
		),
	]);
	const substitutes = await substitutesOf(db, snapshot.desks);
	const states = seatStates(snapshot, claims, now);
	const seatedIn = groupBy(seated, ({ slot }) => slot);
	const slotsOf = groupBy(snapshot.slots, ({ desk }) => desk);
	const placeNames = new Map(snapshot.places.map(({ id, name }) => [id, name]));
	return {
		dates: snapshot.dates,
		desks: snapshot.desks.map(({ id, number, name, subject }) => {
			const slots = slotsOf.get(id) ?? [];
			return {
				id,
				number,
				name,
				subject,
				substitutes: substitutes.get(id) ?? [],
				places: [...new Set(slots.map(({ place }) => placeNames.get(place) ?? ''))],
				slots: slots.map(({ id, date, start, end, seats }) => ({
					id,
					date,
					start,
					end,
					seats,
					state: states.get(id)!,
					seated: seatedIn.get(id) ?? [],
				})),
			};
		}),
	};
}
