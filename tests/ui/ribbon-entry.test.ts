import { expect, test } from 'vitest';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import { bookedEntries } from '$lib/ui/visits/ribbon-entry';

const rooms = [
	['eider', 'House'],
	['petrel', 'House'],
	['loft', 'Wing'],
	['shed', null],
] as const;
const view = {
	desks: [],
	students: [],
	wishes: [],
	slots: [],
	places: rooms.map(([name, building]) => ({
		id: name,
		key: name,
		kind: 'room',
		name,
		buildingName: building,
	})),
	travel: [
		{ from: 'eider', to: 'petrel', minutes: 1 },
		{ from: 'eider', to: 'loft', minutes: 4 },
	],
	appointments: rooms.map(([place]) => ({ id: place, place, students: [], standing: 'booked' })),
} as unknown as FamilyProjection;

test.each([
	['eider', 'petrel', 1, 'petrel'],
	['eider', 'loft', 4, 'Wing'],
	['eider', 'shed', 0, 'shed'],
])('the walk from %s to %s takes %i minutes and leads to %s', (from, to, minutes, name) => {
	const entries = bookedEntries(view, (_, name) => name);
	const of = (id: string) => entries.find((entry) => entry.id === id)!;
	expect(of(to).walkFrom(of(from))).toEqual({ kind: 'walk', minutes, to: name });
});
