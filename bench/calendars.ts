// bin/bench calendars: how long calendar files take that are large, or made to take long. Milliseconds in
// this thread, and the longest that the event loop stood still while they were read aside.
import { readCalendar } from '../src/lib/core/calendars/read-calendar';

const window = {
	zone: 'America/Halifax',
	start: Date.parse('2026-11-22T04:00:00Z'),
	end: Date.parse('2027-12-29T04:00:00Z'),
};
const calendar = (entries: string[]) =>
	['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//bench//EN', ...entries, 'END:VCALENDAR'].join(
		'\r\n',
	);
const entry = (index: number, lines: string[]) =>
	[
		...['BEGIN:VEVENT', `UID:${index}@bench.example`, 'DTSTAMP:20260101T000000Z', ...lines],
		...['SUMMARY:An entry whose words nobody keeps, however many of them there are', 'END:VEVENT'],
	].join('\r\n');
const day = (first: string, index: number) =>
	new Date(Date.parse(first) + index * 3_600_000).toISOString().replace(/[-:]|\.000/g, '');
const many = (count: number, lines: (index: number) => string[]) =>
	calendar(Array.from({ length: count }, (_, index) => entry(index, lines(index))));

const files: Record<string, string> = {
	'10,000 past entries': many(10_000, (index) => [
		`DTSTART:${day('2020-01-01T08:00:00Z', index)}`,
		`DTEND:${day('2020-01-01T09:00:00Z', index)}`,
	]),
	'4,500 entries ahead, with a zone': many(4_500, (index) => [
		`DTSTART;TZID=America/Halifax:${day('2026-12-01T08:00:00Z', index).replace('Z', '')}`,
		`DTEND;TZID=America/Halifax:${day('2026-12-01T09:00:00Z', index).replace('Z', '')}`,
	]),
	'50 daily repeats since 1900': many(50, () => [
		...['DTSTART:19000101T080000Z', 'DTEND:19000101T081000Z', 'RRULE:FREQ=DAILY;INTERVAL=5'],
	]),
	'50 repeats of 20,000 turns': many(50, () => [
		...['DTSTART:19800101T080000Z', 'DTEND:19800101T081000Z', 'RRULE:FREQ=DAILY;COUNT=20000'],
	]),
	'10,000 changed turns of one repeat': calendar([
		entry(0, ['DTSTART:20200101T080000Z', 'DTEND:20200101T081000Z', 'RRULE:FREQ=HOURLY']),
		...Array.from({ length: 10_000 }, (_, index) =>
			entry(0, [
				`RECURRENCE-ID:${day('2020-01-01T08:00:00Z', index)}`,
				`DTSTART:${day('2020-01-01T08:30:00Z', index)}`,
				`DTEND:${day('2020-01-01T08:40:00Z', index)}`,
			]),
		),
	]),
};

for (const [name, text] of Object.entries(files)) {
	const started = performance.now();
	const read = readCalendar(text, { ...window, conferences: [] });
	const took = performance.now() - started;
	console.log(
		`${name.padEnd(38)} ${(text.length / 1024).toFixed(0).padStart(6)} kB ${took.toFixed(0).padStart(7)} ms  ${read.ok ? `${read.busy.length} busy` : read.reason}`,
	);
}
