import { expect, test } from 'vitest';
import type { Building, RoomsEntry } from '$lib/core/rooms/school-rooms';
import { collisionText } from '$lib/ui/rooms/rooms-text';

const [house, wing]: Building[] = [
	{ id: 'b1', name: 'House', insideMinutes: 0 },
	{ id: 'b2', name: 'Wing', insideMinutes: 1 },
];
const room: RoomsEntry = {
	kind: 'room',
	id: 'r1',
	name: 'Otter',
	building: 'b1',
	spaces: 2,
	stepFree: true,
};
const walk: RoomsEntry = { kind: 'walk', from: 'b1', to: 'b2', minutes: 4 };

test.each([
	['spaces', room, 3, 4, 'Otter: desks', '3', '4'],
	['stepFree', room, true, null, 'Otter: steps', 'no steps', 'steps not known'],
	['building', room, 'b2', null, 'Otter: building', 'Wing', 'Without a building'],
	['minutes', walk, 4, 5, 'Minutes from House to Wing', '4', '5'],
	['entry', undefined, room, null, 'Otter', 'to keep it', 'nothing'],
] as const)(
	'two organisers who set %s differently read what it is about',
	(path, entry, mine, theirs, what, mineText, theirsText) => {
		expect(collisionText({ path, mine, theirs }, entry, [house!, wing!])).toEqual({
			what,
			mine: mineText,
			theirs: theirsText,
		});
	},
);
