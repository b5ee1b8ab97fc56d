import { typedDate } from '$lib/core/time/local-of';
import { describe, expect, it } from 'vitest';
import { faultsOfHours, slotsOfSitting, withoutBreaks, type Hours } from '$lib/core/slots/hours';
import { formatTimeOfDay } from '$lib/core/time/typed-time';
import { countSlots, slotGrid } from '$lib/core/slots/slot-grid';

const at = (text: string): number => {
	const [hours = 0, minutes = 0] = text.split(':').map(Number);
	return hours * 60 + minutes;
};
const hours = (...texts: string[]): Hours[] =>
	texts.map((text) => {
		const [date = '', start = '', end = ''] = text.split(' ');
		return { date: typedDate(date), start: at(start), end: at(end) };
	});

describe('counting slots', () => {
	// Check values from common practice, no source.
	it.each([
		['3 h at 15 min', ['d 16:00 19:00'], 15, 0, 12, 0],
		['20:00 to 22:00 at 20 min', ['d 20:00 22:00'], 20, 0, 6, 0],
		['noon to three and four to seven', ['d 12:00 15:00', 'd 16:00 19:00'], 10, 0, 36, 0],
		['10:00 to 11:00 at 15 min', ['d 10:00 11:00'], 15, 0, 4, 0],
		['8:00 to 15:00 at 30 min on two days', ['d 08:00 15:00', 'e 08:00 15:00'], 30, 0, 28, 0],
		['a remainder', ['d 15:30 17:20'], 10, 2, 9, 4],
		['a slot as long as the stretch', ['d 10:00 10:15'], 15, 5, 1, 0],
		['a slot longer than the stretch', ['d 10:00 10:10'], 15, 0, 0, 10],
	])('%s', (_, stretches, slotMinutes, gapMinutes, slots, remainder) => {
		expect(countSlots(hours(...stretches), { slotMinutes, gapMinutes })).toEqual({
			slots,
			remainder,
		});
	});

	it('lets nobody in before the gap is over', () => {
		const grid = slotGrid(
			{ start: at('9:00'), end: at('12:00') },
			{ slotMinutes: 60, gapMinutes: 15 },
		);
		expect(grid.slots.map(({ start }) => start)).toEqual([at('9:00'), at('10:15')]);
	});
});

describe('a longer gap', () => {
	it('comes after every so many slots, in place of the usual one', () => {
		const division = { slotMinutes: 10, gapMinutes: 2, longGap: { every: 3, minutes: 15 } };
		const { slots, remainder } = slotGrid({ start: at('16:00'), end: at('18:00') }, division);
		expect(slots.map(({ start }) => formatTimeOfDay(start))).toEqual(
			'16:00 16:12 16:24 16:49 17:01 17:13 17:38 17:50'.split(' '),
		);
		expect(remainder).toBe(0);
		expect(slots.map(({ gap }) => gap)).toEqual([2, 2, 15, 2, 2, 15, 2, 2]);
	});
});

describe('sittings', () => {
	it('begin afresh after a break, and pass none by', () => {
		const [first, second] = hours('2026-12-03 15:30 19:30', '2026-12-04 09:00 12:00');
		const breaks = [
			{ start: at('17:20'), end: at('17:50') },
			{ start: at('8:00'), end: at('9:30') },
		];
		expect(withoutBreaks([second!, first!], breaks)).toEqual(
			hours('2026-12-03 15:30 17:20', '2026-12-03 17:50 19:30', '2026-12-04 09:30 12:00'),
		);
	});

	it('have no slot at night between two days', () => {
		const slots = hours('2026-12-03 08:00 15:00', '2026-12-04 08:00 15:00').flatMap((sitting) =>
			slotsOfSitting(sitting, { slotMinutes: 30, gapMinutes: 0 }, 'America/Halifax'),
		);
		expect(slots).toHaveLength(28);
		const localHours = slots.map(({ start }) => (new Date(start).getUTCHours() + 20) % 24);
		expect(Math.min(...localHours)).toBe(8);
		expect(Math.max(...localHours)).toBe(14);
	});

	it.each([
		['spring', '2027-03-14', 12],
		['autumn', '2027-11-07', 20],
	])('last real minutes over the change of clocks in %s', (_, date, count) => {
		const [night] = hours(`${date} 00:00 04:00`);
		const slots = slotsOfSitting(night!, { slotMinutes: 15, gapMinutes: 0 }, 'America/Halifax');
		expect(slots).toHaveLength(count);
		for (const { start, end } of slots) expect(end - start).toBe(15 * 60_000);
	});
});

describe('hours that cannot be', () => {
	it.each([
		['2026-12-03 19:00 16:00', 'end-before-start'],
		['2026-12-03 16:00 16:00', 'end-before-start'],
		['2026-12-03 22:00 25:00', 'over-midnight'],
		['2026-12-03 16:00 16:05', 'slot-longer-than-stretch'],
		['2027-02-30 16:00 19:00', 'no-such-date'],
		['2027-03-14 02:30 05:00', 'no-such-time'],
	])('%s: %s', (text, code) => {
		const division = { slotMinutes: 10, gapMinutes: 0 };
		expect(faultsOfHours(hours(text), division, 'America/Halifax')).toEqual([{ index: 0, code }]);
	});

	it('names the later of two that overlap, and accepts two that touch', () => {
		const entries = hours(
			'2026-12-03 16:00 18:00',
			'2026-12-03 18:00 19:00',
			'2026-12-03 17:30 18:30',
			'2026-12-04 16:00 24:00',
		);
		expect(faultsOfHours(entries, { slotMinutes: 10, gapMinutes: 0 }, 'America/Halifax')).toEqual([
			{ index: 2, code: 'overlaps-another' },
		]);
	});
});
