import type { LocalDate } from '$lib/core/time/local-of';
import { expect, it } from 'vitest';
import type { Floor, Seated } from '$lib/operations/floor';
import { countSeats, matches, rowsOn, spotsOf, stepFrom, wayOf } from '$lib/ui/floor/floor-view';

const seated = (family: string, names: string[] = []): Seated => ({
	appointment: `appointment of ${family}`,
	slot: '',
	family,
	familyLabel: family,
	standing: 'booked',
	students: names.map((name) => ({ name, classLabel: '7a' })),
	adults: [],
	interpreting: null,
	stepFree: false,
	said: [],
	receiver: null,
	place: { kind: 'room', name: 'Tern', building: null, hasDoor: false },
});
const [THURSDAY, FRIDAY] = ['2026-12-03', '2026-12-04'] as const;
const slot = (
	id: string,
	start: number,
	seats = 1,
	who: Seated[] = [],
	date: LocalDate = THURSDAY,
) => ({
	id,
	date,
	start,
	end: start + 10,
	seats,
	seated: who,
	state: 'free' as const,
});
const desk = (id: string, slots: Floor['desks'][number]['slots']) => ({
	id,
	number: 1,
	name: `Ms ${id}`,
	subject: 'Art',
	places: [],
	slots,
	substitutes: [{ date: FRIDAY, absent: 'x', name: 'Mr Wren', isAlone: false }],
});
const floor: Floor = {
	dates: [THURSDAY, FRIDAY],
	desks: [
		desk('Heron', [
			slot('a', 0, 1, [seated('Okafor', ['Leïla'])]),
			slot('b', 10, 20, [seated('Reid'), seated('Park')]),
			slot('f', 0, 1, [], FRIDAY),
		]),
		desk('Eider', [slot('c', 4), slot('d', 14, 1, [seated('Okafor')])]),
		desk('Teal', []),
	],
};
const thursday = rowsOn(floor, THURSDAY);

it('a slot for twenty families has twenty seats, and one that was made smaller those who sit there', () => {
	const slots = spotsOf(thursday).map(({ slot }) => slot);
	expect(countSeats(slots)).toEqual({ all: 23, taken: 4 });
	expect(countSeats([slot('x', 0, 1, [seated('A'), seated('B')])])).toEqual({ all: 2, taken: 2 });
});

it('a desk is called by who is there on that date', () => {
	expect(thursday.map(({ name }) => name)).toEqual(['Ms Heron', 'Ms Eider', 'Ms Teal']);
	expect(rowsOn(floor, FRIDAY)[0]).toMatchObject({ own: 'Ms Heron', slots: [{ id: 'f' }] });
});

it('a family’s way goes over the desks in order of time; nobody has none', () => {
	const spots = spotsOf(thursday);
	expect(wayOf(spots, 'Okafor').map(({ slot }) => slot.id)).toEqual(['a', 'd']);
	expect(wayOf(spots, undefined)).toEqual([]);
});

it.each([
	['ok', ['a', 'd']],
	['LEÏ', ['a']],
	['art', ['a', 'b', 'c', 'd']],
	['x', ['a', 'b', 'c', 'd']],
	['nobody', []],
])('%s finds %j', (text, found) => {
	const hits = spotsOf(thursday).filter((spot) => matches(spot, text));
	expect(hits.map(({ slot }) => slot.id)).toEqual(found);
});

it.each([
	[0, 0, 'ArrowRight', 'b'],
	[0, 1, 'ArrowRight', undefined],
	[0, 0, 'ArrowLeft', undefined],
	[0, 1, 'ArrowDown', 'd'],
	[1, 0, 'ArrowUp', 'a'],
	[1, 1, 'ArrowDown', undefined],
	[0, 0, 'Enter', undefined],
])('from desk %i, slot %i %s leads to %s', (row, index, key, wanted) => {
	expect(stepFrom(thursday, row, index, key)).toBe(wanted);
});
