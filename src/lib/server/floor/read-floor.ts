import { inArray } from 'drizzle-orm';
import { seatStates, type SeatState } from '../../core/snapshot/seat-state';
import type { NamedSubstitute } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import { slot } from '../foundation/database/schema';
import { substitutesOf } from '../desks/named-substitutes';
import { ForbiddenError } from '../foundation/forbidden';
import { readSeated, type Seated } from '../visits/read-seated';

export interface FloorSeat {
	readonly slot: string;
	readonly date: string;
	readonly start: number;
	readonly end: number;
	readonly state: SeatState;
	readonly seated: readonly Seated[];
}

export interface FloorDesk {
	readonly id: string;
	readonly number: number;
	readonly name: string;
	readonly subject: string;
	readonly substitutes: readonly NamedSubstitute[];
	/** Names of the places where it sits, in order of time. */
	readonly places: readonly string[];
	readonly seats: readonly FloorSeat[];
}

export interface Floor {
	readonly dates: readonly string[];
	readonly desks: readonly FloorDesk[];
}

/** All desks of a conference against time: every seat with its state and who sits there. */
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
				seats: slots.map(({ id, date, start, end }) => ({
					slot: id,
					date,
					start,
					end,
					state: states.get(id)!,
					seated: seatedIn.get(id) ?? [],
				})),
			};
		}),
	};
}
