import { expect, it } from 'vitest';
import { schoolDayFrom } from '$lib/core/conferences/school-day';
import { typedDate } from '$lib/core/time/local-of';

const holiday = (from: string, to: string) => ({
	from: typedDate(from),
	to: typedDate(to),
	name: 'Rest',
});

// 12 December 2026 is a Saturday (ISO 8601 week date 2026-W50-6).
it.each([
	['a day of school stays', '2026-12-10', [], '2026-12-10'],
	['Saturday waits for Monday', '2026-12-12', [], '2026-12-14'],
	['a holiday is passed over', '2026-12-10', [holiday('2026-12-10', '2026-12-14')], '2026-12-15'],
	[
		'where there is none, it stays',
		'2026-12-10',
		[holiday('2026-01-01', '2028-01-01')],
		'2026-12-10',
	],
])('%s', (_, from, holidays, expected) => {
	expect(schoolDayFrom(typedDate(from), holidays)).toBe(expected);
});
