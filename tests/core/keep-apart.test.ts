import type { LocalDate } from '$lib/core/time/local-of';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { slotsKeptApart, type ApartVisit, type AtSchool } from '$lib/core/planner/keep-apart';

const MINUTE = 60_000;
const stretch = fc
	.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 1, max: 4 }))
	.map(([start, length]) => ({ start: start * 10 * MINUTE, end: (start + length) * 10 * MINUTE }));
const others = fc.array(fc.record({ at: stretch, marginMinutes: fc.constantFrom(0, 10, 25) }), {
	minLength: 1,
	maxLength: 3,
});
const DATE: LocalDate = '2026-12-03';

it('whatever is taken of the slots that are left, nobody meets: neither inside nor around', () => {
	fc.assert(
		fc.property(
			others,
			fc.uniqueArray(stretch, { selector: ({ start, end }) => `${start} ${end}`, maxLength: 25 }),
			fc.array(stretch, { maxLength: 2 }),
			(visits, stretches, had) => {
				const apart: ApartVisit[] = visits.map(({ at, marginMinutes }) => ({
					...at,
					date: DATE,
					marginMinutes,
				}));
				const slots = stretches.map((at, index) => ({ ...at, id: `s${index}`, date: DATE }));
				// What it has already keeps it apart, as it does when every booking went by this.
				const own: AtSchool[] = had
					.map((at) => ({ ...at, date: DATE }))
					.filter((_, index, all) => index === 0 && meets(all.slice(0, 1), apart) === false);
				const hidden = slotsKeptApart(slots, own, apart);
				const visit = [...own, ...slots.filter(({ id }) => !hidden.has(id))];
				expect(visit.length > 0 && meets(visit, apart)).toBe(false);
			},
		),
	);
});

it('closes the date to whom it would leave on two sides, or inside', () => {
	const apart = [{ date: DATE, start: 50 * MINUTE, end: 60 * MINUTE, marginMinutes: 0 }];
	const at = (start: number) => ({ date: DATE, start: start * MINUTE, end: (start + 10) * MINUTE });
	const slots = [10, 30, 50, 80, 90, 100].map((start) => ({ ...at(start), id: `${start}` }));
	const left = (own: AtSchool[]) => {
		const hidden = slotsKeptApart(slots, own, apart);
		return slots.map(({ id }) => id).filter((id) => !hidden.has(id));
	};
	expect(left([])).toEqual(['80', '90', '100']);
	expect(left([at(20)])).toEqual(['10', '30']);
	expect(left([at(20), at(70)])).toEqual([]);
	expect(left([at(50)])).toEqual([]);
});

/** Whether a visit, from its first to its last minute, overlaps another one with its margin. */
function meets(visit: readonly AtSchool[], apart: readonly ApartVisit[]): boolean {
	const first = Math.min(...visit.map(({ start }) => start));
	const last = Math.max(...visit.map(({ end }) => end));
	return apart.some(
		({ start, end, marginMinutes }) =>
			first < end + marginMinutes * MINUTE && start - marginMinutes * MINUTE < last,
	);
}
