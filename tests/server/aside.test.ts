import { describe, expect, it } from 'vitest';
import { readCalendarAside } from '$lib/server/calendars/read-aside';

const window = {
	...{ zone: 'America/Halifax', start: Date.parse('2026-11-22T04:00:00Z') },
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
		let longest = 0;
		let last = performance.now();
		const ticking = setInterval(() => {
			longest = Math.max(longest, performance.now() - last);
			last = performance.now();
		}, 10);
		const started = performance.now();
		const read = await readCalendarAside(calendar(12), window);
		const took = performance.now() - started;
		clearInterval(ticking);
		expect(read).toMatchObject({ ok: true });
		// Half of the time it took: read in this thread it would be nearly all of it.
		expect(longest).toBeLessThan(took / 2);
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
