import { typedDate } from '$lib/core/time/local-of';
import { laterInstantOf } from '$lib/core/time/local-time';
import { readFileSync } from 'node:fs';
import ical from 'node-ical';
import { describe, expect, it } from 'vitest';
import { readCalendar, type BusyTime } from '$lib/core/calendars/read-calendar';

const ZONE = 'America/Halifax';
const window = {
	conferences: ['Winter conferences'],
	zone: ZONE,
	start: Date.parse('2026-11-22T04:00:00Z'),
	end: Date.parse('2027-12-29T04:00:00Z'),
};
const fileText = (name: string) => readFileSync(`tests/core/calendars/files/${name}.ics`, 'utf8');

/**
 * Files as calendar programs write them, and when their owner is busy: UTC, worked out by hand from the
 * IANA rules of Halifax (four hours behind, three from 14 March to 7 November 2027).
 */
const FILES: Record<string, string[]> = {
	'all-day': [
		'2026-12-03T04:00Z 2026-12-05T04:00Z busy all-day',
		'2026-12-10T04:00Z 2026-12-11T04:00Z busy all-day',
	],
	'in-utc': [
		'2026-12-03T20:00Z 2026-12-03T21:00Z busy',
		'2026-12-04T13:00Z 2026-12-04T13:45Z busy',
	],
	'own-zone': [
		'2026-12-03T20:00Z 2026-12-03T21:00Z busy',
		'2027-06-03T19:00Z 2027-06-03T20:00Z out-of-office',
	],
	'weekly-with-exceptions': [
		'2026-12-03T20:00Z 2026-12-03T20:30Z busy',
		'2026-12-11T21:00Z 2026-12-11T22:00Z busy',
		'2027-01-07T20:00Z 2027-01-07T20:30Z busy',
		'2027-01-14T20:00Z 2027-01-14T20:30Z busy',
	],
	'over-the-clock-change': [
		'2027-03-04T14:00Z 2027-03-04T14:30Z busy',
		'2027-03-11T14:00Z 2027-03-11T14:30Z busy',
		'2027-03-18T13:00Z 2027-03-18T13:30Z busy',
	],
	'folded-lines': ['2026-12-03T19:00Z 2026-12-03T19:30Z busy'],
	floating: ['2026-12-03T11:00Z 2026-12-03T11:30Z busy'],
	'free-and-cancelled': [
		'2026-12-03T20:00Z 2026-12-03T20:30Z tentative',
		'2026-12-03T21:00Z 2026-12-03T21:30Z busy',
	],
	'monthly-and-named-dates': [
		'2026-12-01T12:00Z 2026-12-01T13:00Z busy',
		'2026-12-02T16:00Z 2026-12-02T16:15Z busy',
		'2026-12-09T16:30Z 2026-12-09T16:45Z busy',
		'2027-01-05T12:00Z 2027-01-05T13:00Z busy',
		'2027-01-06T16:00Z 2027-01-06T16:15Z busy',
		'2027-02-02T12:00Z 2027-02-02T13:00Z busy',
		'2027-03-02T12:00Z 2027-03-02T13:00Z busy',
	],
	'from-here-on-later': [
		'2026-12-03T19:00Z 2026-12-03T20:00Z busy',
		'2026-12-10T19:00Z 2026-12-10T20:00Z busy',
		'2026-12-17T20:00Z 2026-12-17T20:30Z busy',
		'2026-12-24T20:00Z 2026-12-24T20:30Z busy',
		'2026-12-31T20:00Z 2026-12-31T20:30Z busy',
	],
};

const short = (epoch: number) => new Date(epoch).toISOString().replace(':00.000Z', 'Z');
const line = ({ start, end, kind, allDay }: BusyTime) =>
	`${short(start)} ${short(end)} ${kind}${allDay ? ' all-day' : ''}`;
function busyIn(name: string): BusyTime[] {
	const read = readCalendar(fileText(name), window);
	if (!read.ok) throw new Error(read.reason);
	return [...read.busy];
}

describe('a calendar file', () => {
	it.each(Object.entries(FILES))('%s', (name, expected) => {
		expect(busyIn(name).map(line)).toEqual(expected);
	});

	/** What a second reader (node-ical) makes of the file; it does not know ranges, nor RDATE. */
	function secondReading(name: string): string[] {
		const times: string[] = [];
		for (const entry of Object.values(ical.sync.parseICS(fileText(name)))) {
			if (entry?.type !== 'VEVENT') continue;
			const counts = (one: typeof entry) =>
				one.status !== 'CANCELLED' && one.transparency !== 'TRANSPARENT';
			const add = (start: Date, end: Date, allDay: boolean) => {
				// Its whole days and floating times are the machine's: the same wall in the school's zone.
				const wall = (date: Date) =>
					laterInstantOf(
						typedDate(
							`${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`,
						),
						date.getHours() * 60 + date.getMinutes(),
						ZONE,
					);
				const isLocal = allDay || name === 'floating';
				const [from, to] = [start, end].map((date) => (isLocal ? wall(date) : date.getTime()));
				if (to! > from!) times.push(`${short(from!)} ${short(to!)}`);
			};
			if (!entry.rrule) {
				if (counts(entry)) add(entry.start, entry.end ?? entry.start, entry.datetype === 'date');
				continue;
			}
			const turns = ical.expandRecurringEvent(entry, {
				from: new Date(window.start),
				to: new Date(window.end),
			});
			for (const turn of turns)
				if (counts(turn.event as typeof entry)) add(turn.start, turn.end, turn.isFullDay);
		}
		return times.sort();
	}

	it.each(Object.keys(FILES).filter((name) => name !== 'from-here-on-later'))(
		'%s is read alike by a second reader',
		(name) => {
			const ours = busyIn(name).map(({ start, end }) => `${short(start)} ${short(end)}`);
			const named =
				name === 'monthly-and-named-dates'
					? ['2026-12-09T16:30Z 2026-12-09T16:45Z', '2027-01-06T16:00Z 2027-01-06T16:15Z']
					: [];
			expect(secondReading(name)).toEqual(ours.filter((time) => !named.includes(time)));
		},
	);

	it('gives only what touches the window, and never what the entries are about', () => {
		const read = readCalendar(fileText('weekly-with-exceptions'), {
			...window,
			start: Date.parse('2027-01-07T20:15:00Z'),
			end: Date.parse('2027-01-14T20:00:00Z'),
		});
		expect(read).toEqual({
			ok: true,
			busy: [
				{
					start: Date.parse('2027-01-07T20:00:00Z'),
					end: Date.parse('2027-01-07T20:30:00Z'),
					kind: 'busy',
					allDay: false,
					entry: 'choir',
				},
			],
		});
		expect(JSON.stringify(read)).not.toContain('Choir');
	});

	it.each([
		['an entry of the program, as it was sent', ['UID:1-2@ten-chairs'], 0],
		['the same, in capitals, from another calendar', ['UID:1-2@TEN-CHAIRS '], 0],
		['the conference itself', ['UID:a', 'SUMMARY:winter  Conferences '], 0],
		['what merely sounds like it', ['UID:a', 'SUMMARY:Winter conferences: set up chairs'], 1],
		['another program’s', ['UID:1-2@other.example'], 1],
	])('counts or not: %s', (_, lines, entries) => {
		const text = [
			...['BEGIN:VCALENDAR', 'VERSION:2.0', 'BEGIN:VEVENT', ...lines],
			...['DTSTART:20261203T200000Z', 'DTEND:20261203T210000Z', 'END:VEVENT', 'END:VCALENDAR'],
		].join('\r\n');
		expect(readCalendar(text, window)).toMatchObject({ ok: true, busy: { length: entries } });
	});

	it.each([
		['nothing', ''],
		['a page of the web', '<!doctype html><title>Sign in</title>'],
		['an entry without a calendar', 'BEGIN:VEVENT\nUID:1\nEND:VEVENT'],
		['half a calendar', fileText('all-day').slice(0, 120)],
	])('is refused when it is %s', (_, text) => {
		expect(readCalendar(text, window)).toEqual({ ok: false, reason: 'no-calendar' });
	});

	it('cannot keep the machine busy for ever', () => {
		const with_ = (rule: string) =>
			fileText('in-utc').replace('SUMMARY:Dentist', `RRULE:${rule}\r\nSUMMARY:Dentist`);
		expect(readCalendar(with_('FREQ=SECONDLY'), window)).toMatchObject({ ok: true });
		expect(readCalendar(with_('FREQ=MINUTELY;BYMONTH=2;BYMONTHDAY=30'), window)).toMatchObject({
			ok: true,
		});
		expect(readCalendar(with_('FREQ=MINUTELY'), window)).toEqual({ ok: false, reason: 'too-many' });
	});
});
