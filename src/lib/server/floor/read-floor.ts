import { metAt } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { seatStates, seatsTaken } from '../../core/snapshot/seat-state';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { localOf, type LocalDate } from '../../core/time/local-of';
import type { Floor } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaimsAround } from '../conferences/read-claims';
import { substitutesOf } from '../desks/named-substitutes';
import { ForbiddenError } from '../foundation/forbidden';

/** What of the floor is looked at: a date, or the first one on which a desk sits that is not over. */
export interface FloorAt {
	readonly date?: string | null;
	readonly desk?: string | null;
}

/**
 * All desks that sit on one date, against time. It opens where the work is: today while the conference is on,
 * before it on its first date, after it on its last.
 */
export async function readFloor(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	at: FloorAt = {},
): Promise<Floor> {
	if (!may(actor, 'floor.see')) throw new ForbiddenError();
	const now = clock.now();
	const snapshot = await loadSnapshot(db, conferenceId);
	const today = localOf(now, snapshot.conference.timeZone).date;
	const dates = snapshot.dates.map((date) => ({ date, isOver: date < today }));
	const date = dateFor(snapshot, today, at);
	if (date === null) return { dates, date, desks: [] };
	const slots = snapshot.slots.filter((slot) => slot.date === date);
	const claims = await readClaimsAround(db, conferenceId, now, slots);
	const { busy } = snapshot;
	const states = seatStates({ desks: snapshot.desks, slots, busy }, claims, now);
	const taken = seatsTaken(slots, claims);
	const slotsOf = groupBy(slots, ({ desk }) => desk);
	const placeNames = new Map(snapshot.places.map(({ id, name }) => [id, name]));
	const desks = snapshot.desks.filter(({ id }) => slotsOf.has(id));
	const substitutes = await substitutesOf(db, desks);
	return {
		dates,
		date,
		desks: desks.map(({ id, number, name, subject }) => {
			const own = slotsOf.get(id) ?? [];
			const met = metAt({ name, substitutes: substitutes.get(id) ?? [] }, date);
			return {
				id,
				number,
				own: name,
				name: met.name,
				subject,
				substitutes: substitutes.get(id) ?? [],
				places: [...new Set(own.map(({ place }) => placeNames.get(place) ?? ''))],
				slots: own.map(({ id, start, end, seats }) => ({
					id,
					start,
					end,
					seats,
					taken: taken.get(id)!,
					state: states.get(id)!,
				})),
			};
		}),
	};
}

function dateFor(
	{ dates, slots }: ConferenceSnapshot,
	today: LocalDate,
	{ date, desk }: FloorAt,
): LocalDate | null {
	const asked = dates.find((one) => one === date);
	if (asked) return asked;
	const own = desk
		? [...new Set(slots.filter((slot) => slot.desk === desk).map((slot) => slot.date))].sort()
		: [];
	const among = own.length ? own : dates;
	return among.find((one) => one >= today) ?? among.at(-1) ?? null;
}
