import { describe, expect, it } from 'vitest';
import {
	findClashes,
	type ClashProblem,
	type SittingToCheck,
} from '$lib/core/clashes/find-clashes';

const M = 60_000;
const sitting = (
	desk: string,
	start: number,
	end: number,
	more: Partial<SittingToCheck> = {},
): SittingToCheck => ({
	desk,
	series: desk,
	date: '2026-12-03',
	start: start * M,
	end: end * M,
	persons: [`teacher of ${desk}`],
	room: null,
	isRight: false,
	...more,
});
const problem = (part: Partial<ClashProblem>): ClashProblem => ({
	sittings: [],
	conference: [{ start: 0, end: 1000 * M }],
	busy: [],
	booked: [],
	brought: [],
	rooms: [
		{ id: 'puffin', building: 'house', spaces: 1, stepFree: true },
		{ id: 'tern', building: 'house', spaces: 2, stepFree: false },
		{ id: 'curlew', building: 'wing', spaces: 1, stepFree: true },
		{ id: 'heron', building: 'wing', spaces: 1, stepFree: null },
	],
	walks: [
		{ from: 'house', to: 'wing', minutes: 4 },
		{ from: 'house', to: 'house', minutes: 1 },
	],
	...part,
});
const told = (part: Partial<ClashProblem>) =>
	findClashes(problem(part)).map(
		({ code, desks, start, end }) => `${code} ${desks.join('+')} ${start / M}-${end / M}`,
	);
const one = { persons: ['ada'] };

describe('clashes', () => {
	it.each<[string, Partial<ClashProblem>, string[]]>([
		[
			'none where all is well',
			{
				sittings: [sitting('a', 0, 60, { room: 'puffin' }), sitting('b', 0, 60, { room: 'tern' })],
			},
			[],
		],
		[
			'a teacher twice at once',
			{ sittings: [sitting('a', 0, 60, one), sitting('b', 50, 90, one)] },
			['teacher-twice a+b 50-60'],
		],
		[
			'a teacher at two desks one after the other',
			{ sittings: [sitting('a', 0, 60, one), sitting('b', 60, 90, one)] },
			[],
		],
		[
			'a room with more desks than it takes, for just that time',
			{
				sittings: [
					sitting('a', 0, 60, { room: 'puffin' }),
					sitting('b', 40, 90, { room: 'puffin' }),
					sitting('c', 90, 99, { room: 'puffin' }),
				],
			},
			['room-full a+b 40-60'],
		],
		[
			'a room for two with three desks',
			{
				sittings: ['a', 'b', 'c'].map((desk, index) =>
					sitting(desk, index * 10, 60, { room: 'tern' }),
				),
			},
			['room-full a+b+c 20-60'],
		],
		[
			'hours outside the conference',
			{ conference: [{ start: 0, end: 60 * M }], sittings: [sitting('a', 30, 61)] },
			['outside-conference a 30-61'],
		],
		[
			'hours outside the conference of which it was said that they are right',
			{
				conference: [{ start: 0, end: 60 * M }],
				sittings: [sitting('a', 30, 61, { isRight: true }), sitting('b', 30, 62)],
			},
			['outside-conference b 30-62'],
		],
		[
			'hours over two stretches of the conference that touch',
			{
				conference: [
					{ start: 0, end: 30 * M },
					{ start: 30 * M, end: 90 * M },
				],
				sittings: [sitting('a', 10, 80)],
			},
			[],
		],
		[
			'something else to do over a booked slot',
			{
				busy: [{ person: 'ada', start: 15 * M, end: 20 * M }],
				booked: [
					{
						desk: 'a',
						date: '2026-12-03',
						start: 10 * M,
						end: 20 * M,
						persons: ['ada'],
						room: null,
						stepFree: false,
					},
					{
						desk: 'a',
						date: '2026-12-03',
						start: 20 * M,
						end: 30 * M,
						persons: ['ada'],
						room: null,
						stepFree: false,
					},
				],
			},
			['busy-over-booked a 10-20'],
		],
		[
			'a student whom two households bring at once, and not one whom one brings',
			{
				brought: [
					{ student: 's', family: 'f', desk: 'a', date: '2026-12-03', start: 0, end: 10 * M },
					{ student: 's', family: 'g', desk: 'b', date: '2026-12-03', start: 5 * M, end: 15 * M },
					{ student: 's', family: 'g', desk: 'c', date: '2026-12-03', start: 15 * M, end: 25 * M },
					{ student: 't', family: 'f', desk: 'a', date: '2026-12-03', start: 0, end: 10 * M },
				],
			},
			['student-twice a+b 5-10'],
		],
		[
			'a family without steps in a room with some',
			{
				booked: [
					{
						desk: 'a',
						date: '2026-12-03',
						start: 0,
						end: 10 * M,
						persons: [],
						room: 'tern',
						stepFree: true,
					},
					{
						desk: 'b',
						date: '2026-12-03',
						start: 0,
						end: 10 * M,
						persons: [],
						room: 'puffin',
						stepFree: true,
					},
					{
						desk: 'c',
						date: '2026-12-03',
						start: 0,
						end: 10 * M,
						persons: [],
						room: 'tern',
						stepFree: false,
					},
					{
						desk: 'd',
						date: '2026-12-03',
						start: 0,
						end: 10 * M,
						persons: [],
						room: 'heron',
						stepFree: true,
					},
				],
			},
			['not-step-free a 0-10', 'not-step-free d 0-10'],
		],
		[
			'no time to walk to the other building',
			{
				sittings: [
					sitting('a', 0, 60, { ...one, room: 'puffin' }),
					sitting('b', 63, 90, { ...one, room: 'curlew' }),
				],
			},
			['no-time-to-walk a+b 60-63'],
		],
		[
			'just time enough',
			{
				sittings: [
					sitting('a', 0, 60, { ...one, room: 'puffin' }),
					sitting('b', 64, 90, { ...one, room: 'curlew' }),
				],
			},
			[],
		],
		[
			'from room to room of one building',
			{
				sittings: [
					sitting('a', 0, 60, { ...one, room: 'puffin' }),
					sitting('b', 60, 90, { ...one, room: 'tern' }),
				],
			},
			['no-time-to-walk a+b 60-60'],
		],
		[
			'video after a room needs no walk',
			{ sittings: [sitting('a', 0, 60, { ...one, room: 'puffin' }), sitting('b', 60, 90, one)] },
			[],
		],
	])('%s', (_, part, expected) => {
		expect(told(part)).toEqual(expected);
	});
});
