import type {
	BookedToCheck,
	BroughtToCheck,
	ClashProblem,
	RoomToCheck,
} from '$lib/core/clashes/find-clashes';
import type { BuildingWalk } from '$lib/core/conferences/snapshot';
import {
	stretchesOf,
	type ConferenceHours,
	type DeskPlan,
	type PlannedPlace,
	type PlannedSitting,
} from '$lib/core/desks/desk-plan';
import { receiversOn } from '$lib/core/desks/receivers';
import type { UsualPlaces } from '$lib/core/desks/new-desk';
import type { SittingToPlace } from '$lib/core/rooms/give-out-rooms';
import type { Hours } from '$lib/core/slots/hours';
import { laterInstantOf } from '$lib/core/time/local-time';
import type { Stretch } from '$lib/core/time/stretch';
import { barKey } from './bar-key';

export interface Teacher extends UsualPlaces {
	readonly id: string;
	readonly name: string;
	readonly subject: string;
	readonly ownLink: string | null;
}

export interface BoardRoom extends RoomToCheck {
	readonly name: string;
	readonly buildingName: string;
}

/** What surrounds the desks while they are set up. */
export interface BoardFacts {
	readonly timeZone: string;
	readonly rooms: readonly BoardRoom[];
	readonly teachers: readonly Teacher[];
	readonly walks: readonly BuildingWalk[];
	readonly busy: readonly (Stretch & { readonly person: string })[];
	readonly booked: readonly BookedToCheck[];
	readonly brought: readonly (BroughtToCheck & { readonly name: string })[];
	readonly stepFreeDesks: readonly string[];
}

/** A desk with its sittings. */
export interface SeatedDesk {
	readonly plan: DeskPlan;
	readonly sittings: readonly PlannedSitting[];
}

const instants = new Map<string, number>();

/** The instant of a local time; the same ones are asked for again and again while editing. */
export function epochOf(date: string, minute: number, zone: string): number {
	const key = `${date} ${minute} ${zone}`;
	let known = instants.get(key);
	if (known === undefined) {
		known = laterInstantOf(date, minute, zone);
		instants.set(key, known);
	}
	return known;
}

const onAxis = ({ date, start, end }: Hours, zone: string): Stretch => ({
	start: epochOf(date, start, zone),
	end: epochOf(date, end, zone),
});

/** The school's room that is meant; a name without a building means the only room of that name. */
export function roomMeant<T extends BoardRoom>(
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

/** What clashes are looked for in. */
export function clashProblem(
	desks: readonly SeatedDesk[],
	hours: ConferenceHours,
	facts: BoardFacts,
): ClashProblem {
	const { timeZone, rooms, walks, busy, booked, brought } = facts;
	return {
		sittings: desks.flatMap(({ plan, sittings }) =>
			sittings.map((sitting) => {
				const { all, any } = receiversOn(plan, sitting.date);
				return {
					...{ desk: plan.id, series: sitting.series, date: sitting.date },
					...onAxis(sitting, timeZone),
					persons: [...all, ...any],
					room: roomMeant(roomIn(sitting.places), rooms)?.id ?? null,
				};
			}),
		),
		conference: stretchesOf(hours).map((stretch) => onAxis(stretch, timeZone)),
		...{ rooms, walks, busy, booked, brought },
	};
}

/** The sittings that need a room, and what they need. */
export function sittingsToPlace(
	desks: readonly SeatedDesk[],
	facts: BoardFacts,
	options: { readonly usualIsRoom: boolean },
): SittingToPlace[] {
	const teachers = new Map(facts.teachers.map((teacher) => [teacher.id, teacher]));
	return desks.flatMap(({ plan, sittings }) => {
		const teacher = plan.people.map(({ person }) => teachers.get(person)).find((one) => one?.room);
		const usual = teacher
			? roomMeant({ kind: 'room', room: teacher.room, building: teacher.building }, facts.rooms)
			: undefined;
		return sittings
			.filter(({ places }) => (places.length ? roomIn(places) !== undefined : options.usualIsRoom))
			.map((sitting) => ({
				id: barKey({ desk: plan.id, date: sitting.date, start: sitting.start }),
				desk: plan.id,
				date: sitting.date,
				...onAxis(sitting, facts.timeZone),
				stepFree: facts.stepFreeDesks.includes(plan.id),
				usual: usual?.id ?? null,
				current: roomMeant(roomIn(sitting.places), facts.rooms)?.id ?? null,
			}));
	});
}
