import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { datesOfWeekly, occurrences, type LocalMoment } from '$lib/core/repeats/recurrence';
import { typedDate } from '$lib/core/time/local-of';
import { addDays, weekday } from '$lib/core/time/local-time';

/**
 * The printed examples of RFC 5545, section 3.8.5.3. Times are those of New York; the examples with
 * EXDATE and RDATE stand elsewhere. `dates` as printed: month and days; the time where it is not 9:00.
 * An example that goes on for ever is compared as far as the document prints it.
 */
const nineOn = (text: string): LocalMoment[] => {
	let [year, month] = ['', ''];
	return text
		.trim()
		.split(/\s+/)
		.flatMap((word) => {
			const dated = /^(\d{4})-(\d\d):(.*)$/.exec(word);
			const list = dated
				? ([, year, month] = dated as unknown as [string, string, string]) && dated[3]!
				: word;
			return list.split(',').map((day) => {
				const [date = '', time = '9:00'] = day.split('@');
				const [hour, minute] = time.split(':').map(Number) as [number, number];
				const dated = typedDate(`${year}-${month}-${date.padStart(2, '0')}`);
				return { date: dated, minute: hour * 60 + minute };
			});
		});
};
const days = (from: number, to: number, step = 1) =>
	Array.from(
		{ length: Math.floor((to - from) / step) + 1 },
		(_, index) => from + index * step,
	).join();
const FIRST = '1997-09-02';

const PRINTED: [name: string, rule: string, first: string, dates: string][] = [
	['daily for 10 occurrences', 'FREQ=DAILY;COUNT=10', FIRST, `1997-09:${days(2, 11)}`],
	[
		'daily until December 24, 1997',
		'FREQ=DAILY;UNTIL=19971224T000000',
		FIRST,
		`1997-09:${days(2, 30)} 1997-10:${days(1, 31)} 1997-11:${days(1, 30)} 1997-12:${days(1, 23)}`,
	],
	[
		'every other day',
		'FREQ=DAILY;INTERVAL=2',
		FIRST,
		`1997-09:${days(2, 30, 2)} 1997-10:${days(2, 30, 2)} 1997-11:${days(1, 29, 2)}`,
	],
	[
		'every 10 days, 5 occurrences',
		'FREQ=DAILY;INTERVAL=10;COUNT=5',
		FIRST,
		'1997-09:2,12,22 1997-10:2,12',
	],
	[
		'every day in January, for three years',
		'FREQ=YEARLY;UNTIL=20000131T140000;BYMONTH=1;BYDAY=SU,MO,TU,WE,TH,FR,SA',
		'1998-01-01',
		[1998, 1999, 2000].map((year) => `${year}-01:${days(1, 31)}`).join(' '),
	],
	[
		'weekly for 10 occurrences',
		'FREQ=WEEKLY;COUNT=10',
		FIRST,
		'1997-09:2,9,16,23,30 1997-10:7,14,21,28 1997-11:4',
	],
	[
		'weekly until December 24, 1997',
		'FREQ=WEEKLY;UNTIL=19971224T000000',
		FIRST,
		'1997-09:2,9,16,23,30 1997-10:7,14,21,28 1997-11:4,11,18,25 1997-12:2,9,16,23',
	],
	[
		'every other week',
		'FREQ=WEEKLY;INTERVAL=2;WKST=SU',
		FIRST,
		'1997-09:2,16,30 1997-10:14,28 1997-11:11,25 1997-12:9,23 1998-01:6,20 1998-02:3,17',
	],
	[
		'weekly on Tuesday and Thursday for five weeks',
		'FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH',
		FIRST,
		'1997-09:2,4,9,11,16,18,23,25,30 1997-10:2',
	],
	[
		'every other week on Monday, Wednesday and Friday',
		'FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000;WKST=SU;BYDAY=MO,WE,FR',
		'1997-09-01',
		'1997-09:1,3,5,15,17,19,29 1997-10:1,3,13,15,17,27,29,31 1997-11:10,12,14,24,26,28 1997-12:8,10,12,22',
	],
	[
		'every other week on Tuesday and Thursday, 8 occurrences',
		'FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH',
		FIRST,
		'1997-09:2,4,16,18,30 1997-10:2,14,16',
	],
	[
		'monthly on the first Friday, 10 occurrences',
		'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
		'1997-09-05',
		'1997-09:5 1997-10:3 1997-11:7 1997-12:5 1998-01:2 1998-02:6 1998-03:6 1998-04:3 1998-05:1 1998-06:5',
	],
	[
		'monthly on the first Friday until December 24',
		'FREQ=MONTHLY;UNTIL=19971224T000000;BYDAY=1FR',
		'1997-09-05',
		'1997-09:5 1997-10:3 1997-11:7 1997-12:5',
	],
	[
		'every other month on the first and last Sunday',
		'FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU',
		'1997-09-07',
		'1997-09:7,28 1997-11:2,30 1998-01:4,25 1998-03:1,29 1998-05:3,31',
	],
	[
		'monthly on the second-to-last Monday',
		'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
		'1997-09-22',
		'1997-09:22 1997-10:20 1997-11:17 1997-12:22 1998-01:19 1998-02:16',
	],
	[
		'monthly on the third-to-last day',
		'FREQ=MONTHLY;BYMONTHDAY=-3',
		'1997-09-28',
		'1997-09:28 1997-10:29 1997-11:28 1997-12:29 1998-01:29 1998-02:26',
	],
	[
		'monthly on the 2nd and 15th',
		'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15',
		FIRST,
		'1997-09:2,15 1997-10:2,15 1997-11:2,15 1997-12:2,15 1998-01:2,15',
	],
	[
		'monthly on the first and last day',
		'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1',
		'1997-09-30',
		'1997-09:30 1997-10:1,31 1997-11:1,30 1997-12:1,31 1998-01:1,31 1998-02:1',
	],
	[
		'every 18 months on the 10th to 15th',
		'FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15',
		'1997-09-10',
		'1997-09:10,11,12,13,14,15 1999-03:10,11,12,13',
	],
	[
		'every Tuesday, every other month',
		'FREQ=MONTHLY;INTERVAL=2;BYDAY=TU',
		FIRST,
		'1997-09:2,9,16,23,30 1997-11:4,11,18,25 1998-01:6,13,20,27 1998-03:3,10,17,24,31',
	],
	[
		'yearly in June and July',
		'FREQ=YEARLY;COUNT=10;BYMONTH=6,7',
		'1997-06-10',
		'1997-06:10 1997-07:10 1998-06:10 1998-07:10 1999-06:10 1999-07:10 2000-06:10 2000-07:10 2001-06:10 2001-07:10',
	],
	[
		'every other year in January, February and March',
		'FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3',
		'1997-03-10',
		'1997-03:10 1999-01:10 1999-02:10 1999-03:10 2001-01:10 2001-02:10 2001-03:10 2003-01:10 2003-02:10 2003-03:10',
	],
	[
		'every third year on the 1st, 100th and 200th day',
		'FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200',
		'1997-01-01',
		'1997-01:1 1997-04:10 1997-07:19 2000-01:1 2000-04:9 2000-07:18 2003-01:1 2003-04:10 2003-07:19 2006-01:1',
	],
	[
		'every 20th Monday of the year',
		'FREQ=YEARLY;BYDAY=20MO',
		'1997-05-19',
		'1997-05:19 1998-05:18 1999-05:17',
	],
	[
		'Monday of week number 20',
		'FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO',
		'1997-05-12',
		'1997-05:12 1998-05:11 1999-05:17',
	],
	[
		'every Thursday in March',
		'FREQ=YEARLY;BYMONTH=3;BYDAY=TH',
		'1997-03-13',
		'1997-03:13,20,27 1998-03:5,12,19,26 1999-03:4,11,18,25',
	],
	[
		'every Thursday in June, July and August',
		'FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8',
		'1997-06-05',
		'1997-06:5,12,19,26 1997-07:3,10,17,24,31 1997-08:7,14,21,28 1998-06:4,11,18,25 1998-07:2,9,16,23,30 1998-08:6,13,20,27',
	],
	[
		'the first Saturday after the first Sunday',
		'FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13',
		'1997-09-13',
		'1997-09:13 1997-10:11 1997-11:8 1997-12:13 1998-01:10 1998-02:7 1998-03:7 1998-04:11 1998-05:9 1998-06:13',
	],
	[
		'the election day of the United States',
		'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
		'1996-11-05',
		'1996-11:5 2000-11:7 2004-11:2',
	],
	[
		'the third Tuesday, Wednesday or Thursday',
		'FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3',
		'1997-09-04',
		'1997-09:4 1997-10:7 1997-11:6',
	],
	[
		'the second-to-last weekday',
		'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2',
		'1997-09-29',
		'1997-09:29 1997-10:30 1997-11:27 1997-12:30 1998-01:29 1998-02:26 1998-03:30',
	],
	[
		'every 3 hours from 9 to 5',
		'FREQ=HOURLY;INTERVAL=3;UNTIL=19970902T170000',
		FIRST,
		'1997-09:2@9:00,2@12:00,2@15:00',
	],
	[
		'every 15 minutes, 6 occurrences',
		'FREQ=MINUTELY;INTERVAL=15;COUNT=6',
		FIRST,
		'1997-09:2@9:00,2@9:15,2@9:30,2@9:45,2@10:00,2@10:15',
	],
	[
		'every hour and a half, 4 occurrences',
		'FREQ=MINUTELY;INTERVAL=90;COUNT=4',
		FIRST,
		'1997-09:2@9:00,2@10:30,2@12:00,2@13:30',
	],
	[
		'every 20 minutes from 9 to 4:40',
		'FREQ=DAILY;BYHOUR=9,10,11,12,13,14,15,16;BYMINUTE=0,20,40',
		FIRST,
		`1997-09:${[9, 10, 11, 12, 13, 14, 15, 16].flatMap((hour) => ['00', '20', '40'].map((minute) => `2@${hour}:${minute}`)).join()}`,
	],
	[
		'an interval counted from Monday',
		'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
		'1997-08-05',
		'1997-08:5,10,19,24',
	],
	[
		'an interval counted from Sunday',
		'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
		'1997-08-05',
		'1997-08:5,17,19,31',
	],
	[
		'an invalid date that is left out',
		'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5',
		'2007-01-15',
		'2007-01:15,30 2007-02:15 2007-03:15,30',
	],
];

describe('repeats as RFC 5545 prints them', () => {
	it.each(PRINTED)('%s', (_, rule, first, dates) => {
		const expected = nineOn(dates);
		expect(
			occurrences({ date: typedDate(first), minute: 540 }, rule, { limit: expected.length }),
		).toEqual(expected);
	});

	it('Friday the 13th, without the first day, which is no Friday', () => {
		const rule = 'FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13';
		const dates = '1998-02:13 1998-03:13 1998-11:13 1999-08:13 2000-10:13';
		expect(occurrences({ date: FIRST, minute: 540 }, rule, { except: [FIRST], limit: 5 })).toEqual(
			nineOn(dates),
		);
	});

	it('ends where the rule does, and refuses what is none', () => {
		expect(occurrences({ date: FIRST, minute: 540 }, 'FREQ=DAILY;COUNT=3')).toHaveLength(3);
		expect(() => occurrences({ date: FIRST, minute: 540 }, 'FREQ=SOMETIMES')).toThrow();
	});
});

describe('weekly hours', () => {
	it('agree with a count of the days by a second library (luxon)', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 700 }),
				fc.integer({ min: 0, max: 200 }),
				fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
				fc.integer({ min: 1, max: 4 }),
				(offset, length, weekdays, everyWeeks) => {
					const from = addDays('2026-09-01', offset);
					const until = addDays(from, length);
					const dates = datesOfWeekly({ from, until, weekdays, everyWeeks, except: [] });
					let first: DateTime | null = null;
					const expected: string[] = [];
					for (
						let day = DateTime.fromISO(from);
						day.toISODate()! <= until;
						day = day.plus({ days: 1 })
					) {
						if (!weekdays.includes(day.weekday)) continue;
						first ??= day.startOf('week');
						const weeks = Math.round(day.startOf('week').diff(first, 'weeks').weeks);
						if (weeks % everyWeeks === 0) expected.push(day.toISODate()!);
					}
					expect(dates).toEqual(expected);
				},
			),
			{ numRuns: 150 },
		);
	});

	it('leave dates out', () => {
		const weekly = {
			from: '2026-12-01' as const,
			until: '2026-12-31' as const,
			weekdays: [4],
			everyWeeks: 1,
		};
		const dates = datesOfWeekly({ ...weekly, except: ['2026-12-24'] });
		expect(dates).toEqual(['2026-12-03', '2026-12-10', '2026-12-17', '2026-12-31']);
		expect(dates.map(weekday)).toEqual([4, 4, 4, 4]);
		expect(datesOfWeekly({ ...weekly, until: '2026-11-01', except: [] })).toEqual([]);
	});
});

describe('a repeat inside a stretch of time', () => {
	const every = (...parts: fc.Arbitrary<string>[]) =>
		fc.tuple(...parts).map((list) => list.join(''));
	const interval = fc.integer({ min: 1, max: 5 }).map((number) => `;INTERVAL=${number}`);
	const weekdays = fc
		.uniqueArray(fc.constantFrom('MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'), { maxLength: 3 })
		.map((list) => (list.length ? `;BYDAY=${list.join()}` : ''));
	const monthDays = fc.constantFrom(
		'',
		';BYMONTHDAY=31',
		';BYMONTHDAY=1,-1',
		';BYDAY=2TU',
		';BYDAY=-1FR',
	);
	const months = fc.constantFrom('', ';BYMONTH=3', ';BYMONTH=1,12');
	const weekStart = fc.constantFrom('', ';WKST=SU');
	const rule = fc.oneof(
		every(fc.constant('FREQ=DAILY'), interval, months),
		every(fc.constant('FREQ=WEEKLY'), interval, weekdays, weekStart),
		every(fc.constant('FREQ=MONTHLY'), interval, monthDays),
		every(fc.constant('FREQ=YEARLY'), interval, months, monthDays),
		every(fc.constant('FREQ=HOURLY'), fc.constantFrom(';INTERVAL=7', ';INTERVAL=36')),
		every(fc.constant('FREQ=WEEKLY;COUNT=300'), interval, weekdays),
	);

	it('is what the same library finds when it counts from the beginning', () => {
		fc.assert(
			fc.property(
				rule,
				fc.integer({ min: 0, max: 3650 }),
				fc.integer({ min: 0, max: 1439 }),
				fc.integer({ min: 0, max: 4000 }),
				(text, begins, minute, after) => {
					const first = { date: addDays('1995-01-01', begins), minute };
					const from = addDays(first.date, after);
					const before = addDays(from, 60);
					const whole = occurrences(first, text, { before });
					// Beyond so many turns nothing is counted from the beginning.
					fc.pre(whole.length < 15_000);
					expect(occurrences(first, text, { from, before })).toEqual(
						whole.filter(({ date }) => date >= from),
					);
				},
			),
			{ numRuns: 150 },
		);
	});

	it('that is daily since 1900 is there today', () => {
		const first = { date: '1900-01-01' as const, minute: 540 };
		expect(
			occurrences(first, 'FREQ=DAILY', { from: '2026-12-01' as const, before: '2026-12-04' }),
		).toHaveLength(3);
	});
});
