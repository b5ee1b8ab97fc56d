import type { LocalDate } from '../time/local-of';
import type { BuildingWalk } from '../snapshot/snapshot';
import {
	stretchesOf,
	type ConferenceHours,
	type DeskPlan,
	type PlannedPlace,
	type PlannedSitting,
} from '../desks/desk-plan';
import { receiversOn } from '../desks/receivers';
import type { Hours } from '../slots/hours';
import { laterInstantOf } from '../time/local-time';
import type { Stretch } from '../time/stretch';
import type { BookedToCheck, BroughtToCheck, ClashProblem, RoomToCheck } from './find-clashes';

/** A room as desks name it: by its own name and its building's. */
export interface NamedRoom extends RoomToCheck {
	readonly name: string;
	readonly buildingName: string;
}

/** What surrounds desks and can clash with them. */
export interface ClashFacts {
	readonly timeZone: string;
	readonly rooms: readonly NamedRoom[];
	readonly walks: readonly BuildingWalk[];
	readonly busy: readonly (Stretch & { readonly person: string })[];
	readonly booked: readonly BookedToCheck[];
	readonly brought: readonly BroughtToCheck[];
}

/** A desk with its sittings. */
export interface SeatedDesk {
	readonly plan: DeskPlan;
	readonly sittings: readonly PlannedSitting[];
}

const instants = new Map<string, number>();

/** The instant of a local time; the same ones are asked for again and again while editing. */
export function epochOf(date: LocalDate, minute: number, zone: string): number {
	const key = `${date} ${minute} ${zone}`;
	let known = instants.get(key);
	if (known === undefined) {
		known = laterInstantOf(date, minute, zone);
		instants.set(key, known);
	}
	return known;
}

export const onAxis = ({ date, start, end }: Hours, zone: string): Stretch => ({
	start: epochOf(date, start, zone),
	end: epochOf(date, end, zone),
});

/** The school's room that is meant; a name without a building means the only room of that name. */
export function roomMeant<T extends NamedRoom>(
	place: Extract<PlannedPlace, { kind: 'room' }> | undefined,
	rooms: readonly T[],
): T | undefined {
	if (!place) return undefined;
	const named = rooms.filter(({ name }) => name === place.room.trim());
	return (
		named.find(({ buildingName }) => buildingName === place.building.trim()) ??
		(place.building === '' && named.length === 1 ? named[0] : undefined)
	);
}

export const roomIn = (
	places: readonly PlannedPlace[],
): Extract<PlannedPlace, { kind: 'room' }> | undefined =>
	places.find((place) => place.kind === 'room');

const isSameHours =
	(a: Hours) =>
	(b: Hours): boolean =>
		a.date === b.date && a.start === b.start && a.end === b.end;

/** What clashes are looked for in. */
export function clashProblem(
	desks: readonly SeatedDesk[],
	hours: ConferenceHours,
	facts: ClashFacts,
): ClashProblem {
	const { timeZone, rooms, walks, busy, booked, brought } = facts;
	return {
		sittings: desks.flatMap(({ plan, sittings }) =>
			sittings.map((sitting) => {
				const { all, any } = receiversOn(plan, sitting.date);
				return {
					desk: plan.id,
					series: sitting.series,
					date: sitting.date,
					...onAxis(sitting, timeZone),
					persons: [...all, ...any],
					room: roomMeant(roomIn(sitting.places), rooms)?.id ?? null,
					isRight: plan.rightHours.some(isSameHours(sitting)),
				};
			}),
		),
		conference: stretchesOf(hours).map((stretch) => onAxis(stretch, timeZone)),
		rooms,
		walks,
		busy,
		booked,
		brought,
	};
}
