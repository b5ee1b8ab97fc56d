import { describe, expect, it } from 'vitest';
import { readHolidays } from '$lib/core/calendars/read-holidays';

const ZONE = 'America/Halifax';
const window = {
	start: Date.parse('2026-11-01T00:00:00Z'),
	end: Date.parse('2028-06-30T00:00:00Z'),
	zone: ZONE,
	conferences: [],
};

const calendar = (...events: string[][]): string =>
	[
		'BEGIN:VCALENDAR',
		'VERSION:2.0',
		'PRODID:-//made up//EN',
		...events.flatMap((lines, index) => [
			'BEGIN:VEVENT',
			`UID:${index}@made.up.example`,
			'DTSTAMP:20260801T000000Z',
			...lines,
			'END:VEVENT',
		]),
		'END:VCALENDAR',
		'',
	].join('\r\n');

describe('holidays in a calendar file', () => {
	// RFC 5545, section 3.6.1: an entry of whole days without an end lasts one day; DTEND is the day after the last.
	it.each([
		['one day, without an end', ['DTSTART;VALUE=DATE:20261225'], ['2026-12-25', '2026-12-25']],
		[
			'several days: the end is the day after the last',
			['DTSTART;VALUE=DATE:20261221', 'DTEND;VALUE=DATE:20270104'],
			['2026-12-21', '2027-01-03'],
		],
		// Section 3.8.2.7: such calendars mark their days as free.
		[
			'one that is marked as free',
			['DTSTART;VALUE=DATE:20270215', 'TRANSP:TRANSPARENT'],
			['2027-02-15', '2027-02-15'],
		],
	])('%s', (_, lines, [from, to]) => {
		const read = readHolidays(calendar([...lines, 'SUMMARY:Rest']), window);
		expect(read).toEqual({ ok: true, holidays: [{ from, to, name: 'Rest' }] });
	});

	it('come every year, in order', () => {
		const yearly = ['DTSTART;VALUE=DATE:20200101', 'RRULE:FREQ=YEARLY', 'SUMMARY:New Year'];
		const once = ['DTSTART;VALUE=DATE:20270520', 'SUMMARY:Once'];
		expect(readHolidays(calendar(once, yearly), window)).toMatchObject({
			holidays: [
				{ from: '2027-01-01', name: 'New Year' },
				{ from: '2027-05-20', name: 'Once' },
				{ from: '2028-01-01', name: 'New Year' },
			],
		});
	});

	it('are not what has hours, is cancelled, or lies far away', () => {
		const concert = ['DTSTART:20261210T190000Z', 'DTEND:20261210T210000Z', 'SUMMARY:Concert'];
		const cancelled = ['DTSTART;VALUE=DATE:20261211', 'STATUS:CANCELLED', 'SUMMARY:No'];
		const past = ['DTSTART;VALUE=DATE:20250704', 'SUMMARY:Past'];
		expect(readHolidays(calendar(concert, cancelled, past), window)).toEqual({
			ok: true,
			holidays: [],
		});
	});

	it('are none in what is no calendar', () => {
		expect(readHolidays('Name;Date', window)).toEqual({ ok: false, reason: 'no-calendar' });
	});
});
