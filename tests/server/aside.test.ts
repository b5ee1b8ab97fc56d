import { describe, expect, it } from 'vitest';
import { readCalendarAside } from '$lib/server/calendars/read-aside';

const window = {
	conferences: [],
	zone: 'America/Halifax',
	start: Date.parse('2026-11-22T04:00:00Z'),
	end: Date.parse('2027-12-29T04:00:00Z'),
};
const calendar = (count: number) =>
	[
		...['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN'],
		...Array.from({ length: count }, (_, index) =>
			[
				...['BEGIN:VEVENT', `UID:${index}@test.example`, 'DTSTAMP:20260101T000000Z'],
				...['DTSTART:19800101T080000Z', 'DTEND:19800101T081000Z'],
				...['RRULE:FREQ=DAILY;COUNT=17200', 'END:VEVENT'],
			].join('\r\n'),
		),
		'END:VCALENDAR',
	].join('\r\n');

describe('a calendar that is read aside', () => {
	it('is what it is, and the server goes on meanwhile', async () => {
		let turns = 0;
		const others = setInterval(() => turns++, 1);
		const read = await readCalendarAside(calendar(8), window);
		clearInterval(others);
		expect(read).toMatchObject({ ok: true });
		// Read in this thread, nothing else would have had its turn.
		expect(turns).toBeGreaterThan(3);
	});

	it('is given up when it takes too long, or too much memory', async () => {
		const tooMuch = { ok: false, reason: 'too-much-work' };
		expect(await readCalendarAside(calendar(3000), window, { deadline: 300, memory: 256 })).toEqual(
			tooMuch,
		);
		const large = 'BEGIN:VCALENDAR\r\n'.repeat(400_000);
		expect(await readCalendarAside(large, window, { deadline: 20_000, memory: 8 })).toEqual(
			tooMuch,
		);
	});
});
