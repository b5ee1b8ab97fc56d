import { describe, expect, it } from 'vitest';
import { afterQuiet, eveningBefore, usualNoticeRules } from '$lib/core/notices/notice-rules';
import { typedDate } from '$lib/core/time/local-of';

const HALIFAX = 'America/Halifax';
const at = (text: string) => Date.parse(text);
const night = { quiet: { from: 21 * 60 + 30, until: 6 * 60 + 30 } };

describe('quiet hours', () => {
	// Halifax is four hours behind UTC, and three from 14 March to 7 November 2027 (IANA time zone database).
	it.each([
		['in the evening it waits until the morning', '2026-12-02T02:00Z', '2026-12-02T10:30Z'],
		['after midnight until the same morning', '2026-12-02T06:00Z', '2026-12-02T10:30Z'],
		['the first minute is quiet', '2026-12-03T01:30Z', '2026-12-03T10:30Z'],
		['the last one is not', '2026-12-03T10:30Z', '2026-12-03T10:30Z'],
		['by day at once', '2026-12-03T15:00Z', '2026-12-03T15:00Z'],
		['over the night in which clocks go forward', '2027-03-14T03:00Z', '2027-03-14T09:30Z'],
		['over the night in which they go back', '2027-11-07T02:00Z', '2027-11-07T10:30Z'],
	])('%s', (_, due, sent) => {
		expect(afterQuiet(at(due), HALIFAX, night, 'reminder')).toBe(at(sent));
	});

	it.each([
		['between two times of one day', { from: 12 * 60, until: 13 * 60 }, '16:30Z', '17:00Z'],
		['not outside of them', { from: 12 * 60, until: 13 * 60 }, '17:00Z', '17:00Z'],
		['an empty stretch', { from: 60, until: 60 }, '05:00Z', '05:00Z'],
		['none', null, '05:00Z', '05:00Z'],
	])('%s', (_, quiet, due, sent) => {
		const day = '2026-12-03T';
		expect(afterQuiet(at(day + due), HALIFAX, { quiet }, 'invited')).toBe(at(day + sent));
	});

	it.each(['lost-link', 'offered', 'teacher-changed', 'office-question'] as const)(
		'%s does not wait',
		(kind) => {
			const due = at('2026-12-02T05:00Z');
			expect(afterQuiet(due, HALIFAX, night, kind)).toBe(due);
		},
	);
});

it.each([
	['2026-12-03', '2026-12-02T22:00Z'],
	['2027-03-14', '2027-03-13T22:00Z'],
	['2027-03-15', '2027-03-14T21:00Z'],
	['2027-11-07', '2027-11-06T21:00Z'],
	['2027-11-08', '2027-11-07T22:00Z'],
])('the evening before %s', (date, moment) => {
	expect(eveningBefore(typedDate(date), HALIFAX, usualNoticeRules.eveningAt!)).toBe(at(moment));
});
