import type { LocalDate } from '$lib/core/time/local-of';
import { describe, expect, it } from 'vitest';
import { timeAxis } from '$lib/ui/floor/time-axis';
import { timeWindows, within } from '$lib/ui/visits/windows';

const M = 60_000;
const at = (text: string): number => {
	const [hours = 0, minutes = 0] = text.split(':').map(Number);
	return (hours * 60 + minutes) * M;
};
/** Slots of ten minutes, every twelve. */
const slots = (date: LocalDate, from: string, to: string) => {
	const result = [];
	for (let start = at(from); start + 10 * M <= at(to); start += 12 * M)
		result.push({
			id: '',
			desk: '',
			place: '',
			date,
			start,
			end: start + 10 * M,
			free: true,
			places: [],
			why: null,
			next: null,
			interpreters: [],
			away: 0,
			receivers: [],
		});
	return result;
};
const clock = (epoch: number) => new Date(epoch).toISOString().slice(11, 16);

describe('the windows that a family can tick', () => {
	it('are the parts of each date, parted at breaks and at half hours when they are long', () => {
		const windows = timeWindows(
			[
				...slots('2026-12-04', '09:00', '12:00'),
				...slots('2026-12-03', '15:30', '17:20'),
				...slots('2026-12-03', '17:50', '19:30'),
				...slots('2026-12-05', '09:00', '10:30'),
			],
			'UTC',
		);
		expect(windows.map(({ date, start, end }) => `${date} ${clock(start)}-${clock(end)}`)).toEqual([
			'2026-12-03 15:30-17:16',
			'2026-12-03 17:50-19:24',
			'2026-12-04 09:00-10:30',
			'2026-12-04 10:30-11:58',
			'2026-12-05 09:00-10:22',
		]);
		expect(windows.map(({ name }) => name)).toEqual([
			...['before-break', 'after-break'],
			...[null, null],
			'morning',
		]);
	});

	it('leave no slot out', () => {
		const all = slots('2026-12-03', '08:00', '21:00');
		const windows = timeWindows(all, 'UTC');
		expect(windows[0]!.start).toBe(at('08:00'));
		expect(windows.at(-1)!.end).toBe(all.at(-1)!.end);
		windows.slice(1).forEach(({ start }, index) => expect(start).toBe(windows[index]!.end));
	});
});

describe('hours that are said more exactly', () => {
	const windows = timeWindows(
		[...slots('2026-12-03', '15:30', '17:20'), ...slots('2026-12-03', '17:50', '19:30')],
		'UTC',
	);
	it.each([
		['not before', { from: 16 * 60, until: null }, ['16:00-17:16', '17:50-19:24']],
		['away by', { from: null, until: 18 * 60 }, ['15:30-17:16', '17:50-18:00']],
		['between', { from: 18 * 60, until: 18 * 60 + 30 }, ['18:00-18:30']],
		['neither', { from: 20 * 60, until: null }, []],
	])('%s', (_, bounds, expected) => {
		expect(
			within(windows, bounds, 'UTC').map(([from, to]) => `${clock(from)}-${clock(to)}`),
		).toEqual(expected);
	});
});

describe('the axis of the floor', () => {
	const axis = timeAxis([
		...slots('2026-12-03', '15:30', '17:20'),
		...slots('2026-12-03', '17:50', '19:30'),
		...slots('2026-12-03', '15:30', '17:20'),
	]);

	it('runs from the first slot to the last, with the break squeezed', () => {
		expect(axis.at(at('15:30'))).toBe(0);
		expect(axis.at(at('19:24'))).toBe(1);
		expect(axis.breaks).toHaveLength(1);
		const { from, to } = axis.breaks[0]!;
		expect(from).toBeCloseTo(axis.at(at('17:16')), 10);
		expect(to).toBeCloseTo(axis.at(at('17:50')), 10);
		const minute = (axis.at(at('15:42')) - axis.at(at('15:30'))) / 12;
		expect((to - from) / minute).toBeLessThan(34);
	});

	it('marks the start of each part and about every half hour between', () => {
		expect(axis.marks.map(clock)).toEqual(['15:30', '16:06', '16:42', '17:50', '18:26', '19:02']);
	});
});
