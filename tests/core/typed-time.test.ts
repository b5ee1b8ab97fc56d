import { expect, it } from 'vitest';
import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';

it.each([
	['16', '16:00'],
	['4pm', '16:00'],
	['4 p.m.', '16:00'],
	['16:00', '16:00'],
	['1600', '16:00'],
	['4.30 PM', '16:30'],
	['7h45', '07:45'],
	['12am', '00:00'],
	['12:15 pm', '12:15'],
	['noon', '12:00'],
	['24:00', '24:00'],
])('%s is read as %s', (text, expected) => {
	expect(formatTimeOfDay(parseTypedTime(text)!)).toBe(expected);
});

it.each(['', 'soon', '25', '24:01', '16:60', '13pm', '0am', '16:0', '16000'])(
	'%j is no time',
	(text) => {
		expect(parseTypedTime(text)).toBeNull();
	},
);
