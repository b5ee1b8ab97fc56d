import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '$lib/core/time/local-time';
import { parseTypedDate } from '$lib/core/time/typed-date';
import { parseTypedMoment } from '$lib/core/time/typed-moment';
import { writtenFullDate } from '$lib/core/time/written-time';

/** A Wednesday. */
const TODAY = '2026-12-02';

describe('a typed date', () => {
	it.each([
		['2026-12-03', '2026-12-03'],
		['3 Dec', '2026-12-03'],
		['Dec 3rd', '2026-12-03'],
		['the 3rd of December', '2026-12-03'],
		['3.12.', '2026-12-03'],
		['3/12/26', '2026-12-03'],
		['3. Dez. 2026', '2026-12-03'],
		['le 1er février', '2027-02-01'],
		['3 mar', '2027-03-03'],
		['mar. 3 mars', '2027-03-03'],
		['Thu, 4 Dec 2026', '2026-12-04'],
		['2027 March 14', '2027-03-14'],
		['12/25', '2026-12-25'],
		['1 Dec', '2027-12-01'],
		['29.2.', '2028-02-29'],
		['wednesday', '2026-12-02'],
		['Tue', '2026-12-08'],
		['٣ ديسمبر ٢٠٢٦', '2026-12-03'],
	])('%j is read as %s', (text, expected) => {
		expect(parseTypedDate(text, TODAY)).toBe(expected);
	});

	it.each([
		'',
		'soon',
		'3',
		'31.4.',
		'29.2.2027',
		'13.13.',
		'1/2/3/4',
		'3 Foo',
		'3.12.1926',
		'3x12',
	])('%j is none', (text) => {
		expect(parseTypedDate(text, TODAY)).toBeNull();
	});

	// What the field writes, it reads: against the runtime's own writing (Unicode CLDR).
	it.each(['en-GB', 'en-US', 'de', 'fr', 'es', 'pt', 'pt-BR', 'ar', 'ar-EG'])(
		'is read as it is written in %s',
		(locale) => {
			fc.assert(
				fc.property(fc.integer({ min: 0, max: 25_000 }), (days) => {
					const date = addDays('2026-01-01', days);
					const written = writtenFullDate(locale, 'UTC')(Date.parse(`${date}T12:00:00Z`));
					expect(parseTypedDate(written, TODAY)).toBe(date);
				}),
			);
		},
	);
});

describe('a typed moment', () => {
	it.each([
		['3 Dec 18:00', '2026-12-03T17:00:00Z'],
		['Thu, 3 Dec 2026, 18:00', '2026-12-03T17:00:00Z'],
		['2026-12-03T18:00', '2026-12-03T17:00:00Z'],
		['Fri 4 p.m.', '2026-12-04T15:00:00Z'],
		['3.12. 18 Uhr', '2026-12-03T17:00:00Z'],
		['3 Dec 1800', '2026-12-03T17:00:00Z'],
	])('%j is read as %s in Berlin', (text, expected) => {
		expect(parseTypedMoment(text, TODAY, 'Europe/Berlin')).toBe(Date.parse(expected));
	});

	// The clock jumps from 02:00 to 03:00 on 28 March 2027 (IANA time zone database).
	it.each(['', '18:00', '3 Dec', '3 Dec 2026', '3 Dec 25:00', '28 Mar 2027, 02:30'])(
		'%j is none',
		(text) => {
			expect(parseTypedMoment(text, TODAY, 'Europe/Berlin')).toBeNull();
		},
	);
});
