import { expect, it } from 'vitest';
import type { FloorDesk, FloorSlot } from '$lib/operations/floor';
import { slotsOfText, textOfSlots } from '$lib/operations/slots-as-text';
import {
	changedSlots,
	countSeats,
	placeOf,
	stepFrom,
	toldSince,
	withNews,
} from '$lib/ui/floor/floor-view';

const slot = (id: string, start: number, seats = 1, taken = 0): FloorSlot => ({
	id,
	start,
	end: start + 10,
	seats,
	taken,
	state: taken >= seats ? 'booked' : 'free',
});
const desk = (id: string, slots: FloorSlot[]): FloorDesk => ({
	id,
	number: 1,
	own: `Ms ${id}`,
	name: `Ms ${id}`,
	subject: 'Art',
	places: [],
	slots,
	substitutes: [],
});
const desks = [
	desk('Heron', [slot('a', 0, 1, 1), slot('b', 10, 20, 2)]),
	desk('Eider', [slot('c', 4), slot('d', 14, 1, 1)]),
	desk('Teal', []),
];

it('a slot for twenty families has twenty seats, and one that was made smaller those who sit there', () => {
	expect(countSeats(desks.flatMap(({ slots }) => slots))).toEqual({ all: 23, taken: 4 });
	expect(countSeats([slot('x', 0, 1, 2)])).toEqual({ all: 2, taken: 2 });
});

it('a seat that has changed is otherwise, and all others are as they were', () => {
	const news = withNews(desks, new Map([['c', slot('c', 4, 1, 1)]]));
	expect(news.flatMap(({ slots }) => slots.map(({ state }) => state))).toEqual([
		'booked',
		'free',
		'booked',
		'booked',
	]);
	expect(news[0]).toBe(desks[0]);
	expect(withNews(desks, new Map())).toBe(desks);
});

it('what is told of a seat says how many sit there, where more than one family may with their number', () => {
	const states = { a: 'booked', b: 'free', c: 'asked', d: 'free', elsewhere: 'booked' } as const;
	const changed = [
		{ ...slot('c', 4), state: 'asked', taken: 1 },
		{ ...slot('d', 14), state: 'free', taken: 0 },
	];
	expect(changedSlots(desks, { states })).toEqual(changed);
	expect(changedSlots(desks, { states, taken: { b: 2 } })).toEqual(changed);
	const one = slot('b', 10, 20, 3);
	expect(changedSlots(desks, { states: {}, taken: { b: 3 } })).toEqual([one]);
	const full = { ...slot('b', 10, 20, 20), state: 'booked' };
	const told = toldSince({ states: {}, taken: { b: 3 } }, { states: { b: 'booked' } });
	expect(changedSlots(desks, toldSince(told, { states: {}, taken: { b: 20 } }))).toEqual([full]);
});

it('slots are the same after they were sent as a text', () => {
	const alike = [
		'01a20e12-5733-7000-8000-00fa58a5bdab',
		'01a20e12-5733-7000-8000-05eabcfac405',
		'0',
	];
	const many = alike.map((id, index) => slot(id, 10 * index, 10 * index + 10, index));
	for (const slots of [...desks.map((desk) => desk.slots), many, [many[0]!, many[0]!], []])
		expect(slotsOfText(textOfSlots(slots))).toEqual(slots);
});

it('a slot lies in a row; one of another date in none', () => {
	expect(placeOf(desks, 'd')).toEqual({ row: 1, index: 1 });
	expect(placeOf(desks, 'of another date')).toBeNull();
});

it.each([
	[0, 0, 'ArrowRight', 'b'],
	[0, 1, 'ArrowRight', undefined],
	[0, 0, 'ArrowLeft', undefined],
	[0, 1, 'ArrowDown', 'd'],
	[1, 0, 'ArrowUp', 'a'],
	[1, 1, 'ArrowDown', undefined],
	[1, 0, 'End', 'd'],
	[1, 1, 'Home', 'c'],
	[0, 0, 'Enter', undefined],
])('from desk %i, slot %i %s leads to %s', (row, index, key, wanted) => {
	expect(stepFrom(desks, row, index, key)).toBe(wanted);
});
