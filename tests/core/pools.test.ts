import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Claim } from '$lib/core/snapshot/snapshot';
import { settleVisit } from '$lib/core/visits/settle-visit';
import { claimOn, deskOf, factsOf, slotOf, snapshotOf } from './conference-fixtures';

const PEOPLE = ['ida', 'jon', 'kim'];
const STARTS = [600, 612, 624, 636];

/** What the people of a pool have to do already, here and elsewhere, as [person, from, minutes]. */
const duties = fc.array(
	fc.tuple(
		fc.constantFrom(...PEOPLE),
		fc.integer({ min: 590, max: 650 }),
		fc.integer({ min: 1, max: 20 }),
	),
	{ maxLength: 8 },
);

const overlap = (a: [number, number], b: [number, number]) => a[0] < b[1] && b[0] < a[1];

it('of a pool the least busy free one receives, as trying all of them says', () => {
	fc.assert(
		fc.property(
			duties,
			fc.constantFrom(...STARTS),
			fc.integer({ min: 1, max: 2 }),
			fc.option(fc.constantFrom(...PEOPLE), { nil: undefined }),
			(busy, start, length, picked) => {
				const slots = STARTS.map((at) => slotOf('d', at, { seats: PEOPLE.length }));
				const snapshot = snapshotOf({
					desks: [
						deskOf('d', {
							people: PEOPLE.map((person) => ({ person, role: 'any' })),
							familyPicks: picked !== undefined,
						}),
					],
					slots,
				});
				// Whoever receives in this very slot is in the way as well: one family for each of them.
				const claims = busy.map(([person, from, minutes]): Claim =>
					claimOn(person, from, from + minutes, `d ${STARTS[from % 4]!}`),
				);
				const wishes = [{ id: 'for d', student: 'ana', desks: ['d'], length, placed: false }];
				const visit = settleVisit(factsOf(snapshot, { claims, wishes }), [
					{ slot: `d ${start}`, wishes: ['for d'], ...(picked ? { person: picked } : {}) },
				]);

				const taken = STARTS.slice(STARTS.indexOf(start), STARTS.indexOf(start) + length);
				const duty = (person: string) =>
					busy
						.filter(([who]) => who === person)
						.map(([, from, minutes]): [number, number] => [from, from + minutes]);
				const free = PEOPLE.filter((person) =>
					taken.every((at) => duty(person).every((other) => !overlap(other, [at, at + 12]))),
				).filter((person) => picked === undefined || person === picked);
				const [best] = free.sort((a, b) => duty(a).length - duty(b).length || (a < b ? -1 : 1));
				if (taken.length < length) {
					expect(visit).toMatchObject({ ok: false, conflicts: [{ code: 'too-short' }] });
					return;
				}
				if (best === undefined) {
					expect(visit).toMatchObject({ ok: false, conflicts: [{ code: 'taken' }] });
					return;
				}
				expect(visit).toMatchObject({
					ok: true,
					appointments: [{ receiver: best, persons: [best] }],
				});
			},
		),
		{ numRuns: 2000 },
	);
});

it('as many families sit down at a pool at once as there are people free, each with another', () => {
	fc.assert(
		fc.property(duties, (busy) => {
			const snapshot = snapshotOf({
				desks: [deskOf('d', { people: PEOPLE.map((person) => ({ person, role: 'any' })) })],
				slots: [slotOf('d', 612, { seats: PEOPLE.length })],
			});
			let claims = busy.map(([person, from, minutes]) => claimOn(person, from, from + minutes));
			const free = PEOPLE.filter((person) =>
				busy.every(
					([who, from, minutes]) => who !== person || !overlap([from, from + minutes], [612, 624]),
				),
			);
			const received: string[] = [];
			for (;;) {
				const visit = settleVisit(factsOf(snapshot, { claims }), [
					{ slot: 'd 612', wishes: ['for d'] },
				]);
				if (!visit.ok) break;
				const { receiver, seats } = visit.appointments[0]!;
				received.push(receiver!);
				claims = [
					...claims,
					{ ...claimOn('d', 612, 624, 'd 612'), seat: seats[0]! },
					claimOn(receiver!, 612, 624, 'd 612'),
				];
			}
			expect(received.sort()).toEqual(free);
		}),
		{ numRuns: 500 },
	);
});
