import fc from 'fast-check';
import loadHighs from 'highs';
import { expect, it } from 'vitest';
import { shortages } from '$lib/core/readiness/shortage';
import { usableSlots } from '$lib/core/readiness/usable-slots';
import type { ReadinessFacts } from '$lib/core/readiness/readiness-facts';
import { deskOf, slotOf, claimOn } from '../conference-fixtures';
import type { Solver } from '../highs-model';
import { readyFacts, wishFor } from './readiness-fixtures';

const found = (facts: ReadinessFacts) =>
	shortages(facts, usableSlots(facts.snapshot, [], facts.now)).map(({ about, numbers }) => ({
		desks: about.map(({ id }) => id).sort(),
		slots: numbers.slots,
	}));
const families = ['ana', 'ben', 'cem', 'dia', 'eli'];
const desks = [deskOf('d'), deskOf('e'), deskOf('f')];
const slots = [slotOf('d', 600), slotOf('d', 612), slotOf('e', 600), slotOf('f', 600)];
const snapshot = { desks, slots };

it.each([
	['as many slots as wishes', ['d', 'd', 'e'], []],
	['one desk alone', ['d', 'd', 'd', 'd'], [{ desks: ['d'], slots: 2 }]],
	[
		'two desks, each by itself',
		['d', 'd', 'd', 'e', 'e'],
		[
			{ desks: ['d'], slots: 1 },
			{ desks: ['e'], slots: 1 },
		],
	],
	[
		'two desks between which families may choose',
		[['d', 'e'], ['d', 'e'], ['d', 'e'], 'd', 'd'],
		[{ desks: ['d', 'e'], slots: 2 }],
	],
	['what overflows goes to the other desk', [['d', 'f'], 'd', 'd'], []],
	['a desk with no slot of its own is told elsewhere', ['x'], []],
] as const)('%s', (_, wanted, expected) => {
	const facts = readyFacts({
		snapshot: { ...snapshot, desks: [...desks, deskOf('x')] },
		wishes: wanted.map((desk, index) => wishFor(families[index]!, desk)),
	});
	expect(found(facts)).toEqual(expected);
});

it('what is booked takes its seat, and no longer wants one', () => {
	const claims = [claimOn('d', 600, 612, 'd 600'), claimOn('teacher d', 600, 612, 'd 600')];
	const wishes = [
		wishFor('ana', 'd', { isServed: true }),
		...['ben', 'cem', 'dia'].map((family) => wishFor(family, 'd')),
	];
	expect(found(readyFacts({ snapshot, wishes, claims }))).toEqual([{ desks: ['d'], slots: 2 }]);
});

it('a slot of several seats counts for as many, and what is missing is told in slots', () => {
	const wide = { ...snapshot, slots: [slotOf('d', 600, { seats: 2 })] };
	const wishes = families.map((family) => wishFor(family, 'd'));
	expect(found(readyFacts({ snapshot: wide, wishes }))).toEqual([{ desks: ['d'], slots: 2 }]);
});

it('what a family may not book is not missing', () => {
	const rules = { ...readyFacts().snapshot.conference.rules, perFamily: 1 };
	const conference = { ...readyFacts().snapshot.conference, rules };
	const wishes = [
		wishFor('ana', 'd'),
		wishFor('ana', 'e'),
		wishFor('ben', 'e'),
		wishFor('cem', 'e'),
	];
	expect(found(readyFacts({ snapshot: { ...snapshot, conference }, wishes }))).toEqual([
		expect.objectContaining({ slots: 1 }),
	]);
});

const conferences = fc.record({
	slots: fc.uniqueArray(
		fc.record({
			desk: fc.constantFrom('d', 'e', 'f'),
			start: fc.constantFrom(600, 612, 624),
		}),
		{ minLength: 1, maxLength: 6, selector: ({ desk, start }) => `${desk} ${start}` },
	),
	wishes: fc.array(
		fc.record({
			family: fc.constantFrom('ana', 'ben', 'cem'),
			desks: fc.uniqueArray(fc.constantFrom('d', 'e', 'f'), { minLength: 1, maxLength: 2 }),
		}),
		{ minLength: 1, maxLength: 6 },
	),
});

/** The most wishes that can be met at once, found by trying everything: no seat twice, nobody in two places. */
function mostMet(facts: ReadinessFacts): number {
	const { wishes, snapshot } = facts;
	const taken = new Set<string>();
	const from = (index: number): number => {
		const wish = wishes[index];
		if (!wish) return 0;
		let best = from(index + 1);
		for (const slot of snapshot.slots) {
			const keys = [slot.id, `${wish.family} ${slot.start}`];
			if (!wish.desks.includes(slot.desk) || keys.some((key) => taken.has(key))) continue;
			for (const key of keys) taken.add(key);
			best = Math.max(best, 1 + from(index + 1));
			for (const key of keys) taken.delete(key);
		}
		return best;
	};
	return from(0);
}

type Given = typeof conferences extends fc.Arbitrary<infer Value> ? Value : never;
const factsFor = ({ slots, wishes }: Given) =>
	readyFacts({
		snapshot: {
			desks,
			slots: slots.map(({ desk, start }) => slotOf(desk, start)).sort((a, b) => a.start - b.start),
		},
		wishes: wishes.map(({ family, desks }, index) =>
			wishFor(family, desks, { student: `student ${index}` }),
		),
	});
const lacking = (facts: ReadinessFacts) => found(facts).reduce((sum, { slots }) => sum + slots!, 0);
/** Wishes whose desks have no slot at all are another finding. */
const meant = ({ wishes, snapshot }: ReadinessFacts) =>
	wishes.filter(({ desks }) => snapshot.slots.some(({ desk }) => desks.includes(desk))).length;

it('is never above the truth, as trying everything finds it', () => {
	fc.assert(
		fc.property(conferences, (given) => {
			const facts = factsFor(given);
			expect(lacking(facts)).toBeLessThanOrEqual(meant(facts) - mostMet(facts));
		}),
		{ numRuns: 300 },
	);
});

it('is what a linear program finds when it looks away from who is where (HiGHS)', async () => {
	const solver = (await loadHighs()) as unknown as Solver;
	fc.assert(
		fc.property(conferences, (given) => {
			const facts = factsFor(given);
			const pairs = facts.wishes.flatMap(({ desks }, wish) =>
				facts.snapshot.slots.flatMap(({ desk }, slot) =>
					desks.includes(desk) ? [{ wish, slot, name: `x${wish}_${slot}` }] : [],
				),
			);
			if (pairs.length === 0) return;
			const sumsOf = (of: 'wish' | 'slot') =>
				[...new Set(pairs.map((pair) => pair[of]))].map(
					(one) =>
						`${pairs
							.filter((pair) => pair[of] === one)
							.map(({ name }) => name)
							.join(' + ')} <= 1`,
				);
			const program = `Maximize\n${pairs.map(({ name }) => name).join(' + ')}\nSubject To\n${[
				...sumsOf('wish'),
				...sumsOf('slot'),
			].join('\n')}\nEnd\n`;
			const most = Math.round(solver.solve(program).ObjectiveValue);
			expect(lacking(facts)).toBe(meant(facts) - most);
		}),
		{ numRuns: 60 },
	);
});
