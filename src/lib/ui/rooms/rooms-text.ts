import type { Collision } from '$lib/core/merge/merge-fields';
import type { Building, Room, RoomsEntry, RoomsFault, Walk } from '$lib/core/rooms/school-rooms';
import { m } from '$lib/paraglide/messages';

/** What is wrong with an entry, in words; nothing where nothing is. */
export function faultText(fault: RoomsFault | undefined): string {
	switch (fault) {
		case undefined:
			return '';
		case 'name-missing':
			return m.rooms_name_missing();
		case 'name-taken':
			return m.rooms_name_taken();
		case 'spaces-wrong':
			return m.rooms_spaces_wrong();
		case 'minutes-wrong':
			return m.rooms_minutes_wrong();
		case 'in-use':
			return m.rooms_in_use();
	}
}

/** Whether there are steps on the way to a room, in words. */
export function stepsText(stepFree: Room['stepFree']): string {
	if (stepFree === null) return m.rooms_steps_unknown();
	return stepFree ? m.rooms_steps_none() : m.rooms_steps_some();
}

/** What two organisers set differently, in words. `entry`: as it is now, where it still is. */
export function collisionText(
	{ path, mine, theirs }: Collision,
	entry: RoomsEntry | undefined,
	buildings: readonly Building[],
): { what: string; mine: string; theirs: string } {
	const nameOf = (id: string) => buildings.find((building) => building.id === id)?.name ?? '';
	const shown = entry ?? ((path === 'entry' ? mine : null) as RoomsEntry | null);
	const name = shown && (shown.kind === 'walk' ? wayText(shown, nameOf) : shown.name);
	const say = (value: unknown): string => {
		if (path === 'stepFree') return stepsText(value as Room['stepFree']);
		if (value === null || value === undefined)
			return path === 'building' ? m.rooms_without_building() : m.collision_removed();
		if (path === 'entry') return m.collision_kept();
		if (path === 'building') return nameOf(value as string);
		return typeof value === 'boolean' ? (value ? m.yes() : m.no()) : String(value);
	};
	return {
		what: [name, fieldText(path as Field)].filter(Boolean).join(': '),
		mine: say(mine),
		theirs: say(theirs),
	};
}

const wayText = ({ from, to }: Walk, nameOf: (id: string) => string): string =>
	m.rooms_walk_between({ from: nameOf(from), to: nameOf(to) });

type Field = keyof Room | keyof Building | keyof Walk | 'entry';

function fieldText(field: Field): string {
	switch (field) {
		case 'name':
			return m.rooms_name();
		case 'building':
			return m.rooms_building();
		case 'spaces':
			return m.rooms_spaces();
		case 'stepFree':
			return m.rooms_steps();
		case 'insideMinutes':
			return m.rooms_inside();
		default:
			return '';
	}
}
