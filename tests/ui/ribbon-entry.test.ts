import { expect, test } from 'vitest';
import type { Visit } from '$lib/core/planner/visit-problem';
import type { FamilyProjection } from '$lib/core/visits/family-projection';
import { bookedEntries, suggestedEntries } from '$lib/ui/visits/ribbon-entry';

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
	const entries = bookedEntries(view);
	const of = (id: string) => entries.find((entry) => entry.id === id)!;
	expect(of(to).walkFrom(of(from))).toEqual({ kind: 'walk', minutes, to: name });
});

test('a suggested slot that the school has taken away since is shown as it was', () => {
	const conference = { timeZone: 'America/Halifax' };
	const gone = { id: 'gone', desk: 'd', place: 'loft', date: 0 };
	// Thursday 3 December 2026, 17:00 in Halifax: 21:00 UTC. From memory of the zone's winter offset, -4.
	const start = Date.UTC(2026, 11, 3, 21) / 60_000;
	const visit = { placements: [{ wish: 'w', slot: { ...gone, start, end: start + 10 } }] };
	const shown = { ...view, conference, appointments: [], wishes: [{ id: 'w', student: 's' }] };
	const [entry] = suggestedEntries(shown as unknown as FamilyProjection, visit as unknown as Visit);
	expect(entry).toMatchObject({ date: '2026-12-03', place: 'loft', start: start * 60_000 });
});
