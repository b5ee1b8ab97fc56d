import { localOf, MINUTE, typedDate } from '$lib/core/time/local-of';
import { addDays, instantOf, isLocalDate, isTimeZone } from '$lib/core/time/local-time';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';

describe('a local time and its instant', () => {
	it.each([
		// Changes of clocks from the IANA time zone database, version of the runtime.
		['an ordinary day', '2026-12-03', 15 * 60 + 30, 'America/Halifax', '2026-12-03T19:30:00Z'],
		['the end of a day', '2026-12-03', 1440, 'America/Halifax', '2026-12-04T04:00:00Z'],
		['after the change in spring', '2027-03-14', 180, 'America/Halifax', '2027-03-14T06:00:00Z'],
		['the next day', '2027-03-15', 120, 'America/Halifax', '2027-03-15T05:00:00Z'],
	])('%s', (_, date, minute, zone, expected) => {
		expect(instantOf(typedDate(date), minute, zone)).toEqual({
			ok: true,
			epoch: Date.parse(expected),
			twice: false,
		});
	});

	it.each([
		['skipped in spring in Halifax', '2027-03-14', 150, 'America/Halifax', 'no-such-time'],
		['skipped in spring in London', '2027-03-28', 90, 'Europe/London', 'no-such-time'],
		['half an hour skipped on Lord Howe', '2026-10-04', 135, 'Australia/Lord_Howe', 'no-such-time'],
		['the day that Apia left out', '2011-12-30', 600, 'Pacific/Apia', 'no-such-time'],
		['a date that does not exist', '2027-02-29', 600, 'America/Halifax', 'no-such-date'],
		['something that is no date', '3 December', 600, 'America/Halifax', 'no-such-date'],
		['a zone that does not exist', '2027-02-28', 600, 'Atlantis/Gannet_Cove', 'unknown-zone'],
	])('refuses %s', (_, date, minute, zone, refusal) => {
		expect(instantOf(typedDate(date), minute, zone)).toEqual({ ok: false, refusal });
	});

	it('takes the earlier of a time that the clock shows twice, and says so', () => {
		expect(instantOf('2027-11-07', 90, 'America/Halifax')).toEqual({
			ok: true,
			epoch: Date.parse('2027-11-07T04:30:00Z'),
			twice: true,
		});
	});

	it.each([
		['2027-03-14', 'America/Halifax'],
		['2027-11-07', 'America/Halifax'],
		['2027-03-28', 'Europe/London'],
		['2027-10-31', 'Europe/London'],
		['2026-10-04', 'Australia/Lord_Howe'],
		['2027-04-04', 'Australia/Lord_Howe'],
		['2011-12-29', 'Pacific/Apia'],
		['2011-12-31', 'Pacific/Apia'],
	])('agrees with a second library (luxon) on every five minutes of %s in %s', (date, zone) => {
		const [year, month, day] = date.split('-').map(Number) as [number, number, number];
		for (let minute = 0; minute < 1440; minute += 5) {
			const [hour, rest] = [Math.floor(minute / 60), minute % 60];
			const other = DateTime.fromObject({ year, month, day, hour, minute: rest }, { zone });
			const exists = other.hour === hour && other.minute === rest && other.day === day;
			const ours = instantOf(typedDate(date), minute, zone);
			expect(ours.ok, `${date} ${hour}:${rest}`).toBe(exists);
			if (!ours.ok) continue;
			const instants = other.getPossibleOffsets().map((possible) => possible.toMillis());
			expect(ours.epoch).toBe(Math.min(...instants));
			expect(ours.twice).toBe(instants.length > 1);
			expect(localOf(ours.epoch, zone)).toEqual({ date, minute });
		}
	});

	it.each([
		'America/Halifax',
		'Asia/Kathmandu',
		'Australia/Lord_Howe',
		'Pacific/Apia',
		'America/St_Johns',
		'UTC',
	])('reads the clock in %s as Temporal does, from 1900 to 2100', (zone) => {
		fc.assert(
			fc.property(
				fc.integer({ min: Date.UTC(1900, 0) / MINUTE, max: Date.UTC(2100, 0) / MINUTE }),
				(minutes) => {
					const epoch = minutes * MINUTE;
					const read = Temporal.Instant.fromEpochMilliseconds(epoch).toZonedDateTimeISO(zone);
					expect(localOf(epoch, zone)).toEqual({
						date: read.toPlainDate().toString(),
						minute: read.hour * 60 + read.minute,
					});
				},
			),
		);
	});

	it('knows dates and zones', () => {
		expect(isLocalDate('2028-02-29')).toBe(true);
		expect(isLocalDate('2028-2-29')).toBe(false);
		expect(isTimeZone('America/Halifax')).toBe(true);
		expect(isTimeZone('+03:00')).toBe(false);
		expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
	});
});
