import fc from 'fast-check';
import { expect, it } from 'vitest';
import { addDays, laterInstantOf } from '$lib/core/time/local-time';
import { ZoneClock } from '$lib/core/time/zone-clock';

// Zones with a change at midnight, on a Friday, by half an hour, twice around a month of fasting, and none.
const ZONES = [
	'America/Halifax',
	'Asia/Beirut',
	'Asia/Tehran',
	'Australia/Lord_Howe',
	'Africa/Casablanca',
];

it('says what Temporal says, in weeks with a change of the clocks and in others', () => {
	const clock = new ZoneClock();
	fc.assert(
		fc.property(
			fc.constantFrom(...ZONES, 'UTC', 'Pacific/Apia'),
			fc.integer({ min: 0, max: 14_000 }),
			fc.integer({ min: 0, max: 1440 }),
			(zone, day, minute) => {
				const date = addDays('1999-01-01', day);
				expect(clock.laterInstantOf(date, minute, zone)).toBe(laterInstantOf(date, minute, zone));
			},
		),
		{ numRuns: 1500 },
	);
});

it('says the same in every hour of the days around each change of a year', () => {
	const clock = new ZoneClock();
	for (const zone of ZONES)
		for (let day = 0; day < 366; day++)
			for (const minute of [0, 59, 150, 1439]) {
				const date = addDays('2011-01-01', day);
				expect(clock.laterInstantOf(date, minute, zone)).toBe(laterInstantOf(date, minute, zone));
			}
});
