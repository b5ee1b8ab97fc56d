import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampleDay, sampleVisit } from '$lib/core/sharing/sample-visit';
import type { Desk, Slot } from '$lib/core/snapshot/snapshot';
import type { LocalDate } from '$lib/core/time/local-of';
import { MINUTE } from '$lib/core/time/local-of';

const desk = (id: string, subject: string) => ({ id, subject }) as Desk;
const slot = (desk: string, from: number, to: number, date = '2026-12-10') =>
	({
		id: `${desk}${date}${from}`,
		desk,
		date: date as LocalDate,
		start: from * MINUTE,
		end: to * MINUTE,
	}) as Slot;
const plan = (desks: Desk[], slots: Slot[], pauseMinutes = 0) => ({
	desks,
	slots,
	conference: { pauseMinutes },
});
const nobody: ReadonlySet<string> = new Set<string>();
const told = (meetings: readonly { subject: string; start: number }[]) =>
	meetings.map(({ subject, start }) => `${subject} ${start / MINUTE}`);

const desks = [desk('a', 'Art'), desk('b', 'Biology'), desk('c', ' '), desk('d', 'Drama')];
const slots = [
	slot('a', 0, 10),
	slot('b', 0, 10),
	slot('c', 0, 10),
	slot('a', 10, 20),
	slot('b', 10, 20),
	slot('d', 20, 30),
	slot('d', 25, 35),
];

describe('a visit to look at', () => {
	it.each<[string, string[], ReturnType<typeof sampleVisit>]>([
		[
			'goes from one subject to the next',
			['Art 0', 'Biology 10', 'Drama 20'],
			sampleVisit(plan(desks, slots), nobody, 3),
		],
		['keeps the pause', ['Art 0', 'Drama 20'], sampleVisit(plan(desks, slots, 5), nobody, 3)],
		[
			'is no longer than asked',
			['Art 0', 'Biology 10'],
			sampleVisit(plan(desks, slots), nobody, 2),
		],
		[
			'leaves hidden desks out',
			['Biology 0', 'Drama 20'],
			sampleVisit(plan(desks, slots), new Set(['a']), 3),
		],
		[
			'stays on the first date',
			['Art 0'],
			sampleVisit(plan(desks, [slot('a', 0, 10), slot('b', 2000, 2010, '2026-12-11')]), nobody, 3),
		],
		['is empty where nobody has times', [], sampleVisit(plan(desks, []), nobody, 3)],
		[
			'is empty where no desk has a subject',
			[],
			sampleVisit(plan([desk('c', '')], slots), nobody, 3),
		],
	])('%s', (_, wanted, visit) => {
		expect(told(visit)).toEqual(wanted);
	});

	it('is one that a family could take: real slots, none at once, no subject twice', () => {
		const some = fc
			.array(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 0, max: 20 })))
			.map((starts) =>
				starts
					.map(([of, step]) => slot(of, 5 * step, 5 * step + 10))
					.sort((one, other) => one.start - other.start),
			);
		fc.assert(
			fc.property(some, fc.constantFrom(0, 5, 15), (slots, pause) => {
				const visit = sampleVisit(plan(desks, slots, pause), nobody, 3);
				for (const [index, { start, end, subject }] of visit.entries()) {
					const before = visit[index - 1];
					if (before) expect(start).toBeGreaterThanOrEqual(before.end + pause * MINUTE);
					const at = slots.filter((slot) => slot.start === start && slot.end === end);
					expect(at.map(({ desk: of }) => desks.find(({ id }) => id === of)!.subject)).toContain(
						subject,
					);
				}
				expect(new Set(visit.map(({ subject }) => subject)).size).toBe(visit.length);
			}),
		);
	});
});

it('a day to look at is the longest one at any desk that may be shown', () => {
	const two = [...slots, slot('b', 3000, 3010, '2026-12-12'), slot('b', 20, 30)];
	expect(told(sampleDay(plan(desks, two), nobody))).toEqual([
		'Biology 0',
		'Biology 10',
		'Biology 20',
	]);
	expect(told(sampleDay(plan(desks, two), new Set(['b'])))).toEqual(['Art 0', 'Art 10']);
	expect(sampleDay(plan(desks, []), nobody)).toEqual([]);
});
