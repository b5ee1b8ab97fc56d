import { metAt } from '../../core/desks/named-substitutes';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { seatStates, seatsTaken, type SeatState } from '../../core/snapshot/seat-state';
import type { ConferenceSnapshot, Slot } from '../../core/snapshot/snapshot';
import { localOf, type LocalDate } from '../../core/time/local-of';
import type { Floor } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaimsAround } from '../conferences/read-claims';
import { substitutesOf } from '../desks/named-substitutes';
import type { Reader } from '../foundation/database/connect';
import { ForbiddenError } from '../foundation/forbidden';
import type { SeatReading } from '../live/seat-message';

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
	{ db, clock, live }: Pick<App, 'db' | 'clock' | 'live'>,
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
	const { states, taken } =
		toldSeats(live.known(conferenceId), snapshot, slots, now) ??
		(await readSeats(db, snapshot, slots, now));
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

interface Seats {
	readonly states: ReadonlyMap<string, SeatState>;
	/** How many families sit in each, by slot id. */
	readonly taken: ReadonlyMap<string, number>;
}

async function readSeats(
	db: Reader,
	{ conference, desks, busy }: ConferenceSnapshot,
	slots: readonly Slot[],
	now: number,
): Promise<Seats> {
	const claims = await readClaimsAround(db, conference.id, now, slots);
	return {
		states: seatStates({ desks, slots, busy }, claims, now),
		taken: seatsTaken(slots, claims),
	};
}

/**
 * What all open floors know already: whoever looks at another date need not wait until it is read anew, and what
 * changes after it is told to that page as well. `null` where time has made something else of it.
 */
function toldSeats(
	told: SeatReading | null,
	snapshot: ConferenceSnapshot,
	slots: readonly Slot[],
	now: number,
): Seats | null {
	if (told?.snapshot !== snapshot) return null;
	if (slots.some(({ start }) => start > told.at && start <= now)) return null;
	const isTaken = (state: SeatState | undefined) => state === 'asked' || state === 'booked';
	return {
		states: told.states,
		taken: new Map(
			slots.map(({ id }) => [id, told.taken.get(id) ?? (isTaken(told.states.get(id)) ? 1 : 0)]),
		),
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
