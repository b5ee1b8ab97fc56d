import { describe, expect, it } from 'vitest';
import { isTimeZone } from '$lib/core/time/local-time';
import { zoneChoices, zoneOf } from '$lib/core/time/zone-cities';

describe('a time zone is found by its name or by a city', () => {
	it.each([
		['Europe/Berlin', 'Europe/Berlin'],
		['Berlin', 'Europe/Berlin'],
		['  munich ', 'Europe/Berlin'],
		['MÜNCHEN', 'Europe/Berlin'],
		['Munchen', 'Europe/Berlin'],
		['são paulo', 'America/Sao_Paulo'],
		['New York', 'America/New_York'],
		['Rio de Janeiro', 'America/Sao_Paulo'],
		['Halifax', 'America/Halifax'],
		['UTC', 'UTC'],
		['Atlantis', null],
		['Atlantis/Gannet_Cove', null],
		['', null],
	])('%s', (typed, zone) => {
		expect(zoneOf(typed)).toBe(zone);
	});

	it('every zone that is offered is one, and no city leads to two of them', () => {
		const choices = zoneChoices();
		expect(choices.filter(({ zone }) => !isTimeZone(zone))).toEqual([]);
		for (const { zone, cities } of choices.filter(({ cities }) => cities.length > 1))
			for (const city of cities) expect(zoneOf(city), city).toBe(zone);
	});
});
