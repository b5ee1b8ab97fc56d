import {
	onAxis,
	roomIn,
	roomMeant,
	type ClashFacts,
	type NamedRoom,
	type SeatedDesk,
} from '$lib/core/clashes/clash-problem';
import type { BroughtToCheck } from '$lib/core/clashes/find-clashes';
import type { UsualPlaces } from '$lib/core/desks/new-desk';
import type { SittingToPlace } from '$lib/core/rooms/give-out-rooms';
import { barKey } from './bar-key';

export interface Teacher extends UsualPlaces {
	readonly id: string;
	readonly name: string;
	readonly subject: string;
	readonly ownLink: string | null;
}

/** What surrounds the desks while they are set up. */
export interface BoardFacts extends ClashFacts {
	readonly rooms: readonly NamedRoom[];
	readonly teachers: readonly Teacher[];
	readonly brought: readonly (BroughtToCheck & { readonly name: string })[];
	readonly stepFreeDesks: readonly string[];
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
