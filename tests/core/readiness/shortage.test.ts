import fc from 'fast-check';
import loadHighs from 'highs';
import { expect, it } from 'vitest';
import { shortages } from '$lib/core/readiness/shortage';
import { usableSlots } from '$lib/core/readiness/usable-slots';
import type { ReadinessFacts } from '$lib/core/readiness/readiness-facts';
import { at, claimOn, deskOf, slotOf } from '../conference-fixtures';
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
			student: fc.constantFrom('ida', 'jon', 'kai'),
			desks: fc.uniqueArray(fc.constantFrom('d', 'e', 'f'), { minLength: 1, maxLength: 2 }),
			isServed: fc.boolean(),
		}),
		{ minLength: 1, maxLength: 6 },
	),
	rules: fc.record({
		perFamily: fc.option(fc.integer({ min: 1, max: 2 })),
		perStudent: fc.option(fc.integer({ min: 1, max: 2 })),
		perDeskDay: fc.option(fc.integer({ min: 1, max: 2 })),
		oncePerDesk: fc.boolean(),
		households: fc.constantFrom('each', 'together'),
	}),
});
type Given = typeof conferences extends fc.Arbitrary<infer Value> ? Value : never;

/** An appointment for a wish; `start` is null where a slot more would be made for it. */
interface Met {
	readonly wish: ReadinessFacts['wishes'][number];
	readonly desk: string;
	readonly start: number | null;
}

/**
 * The most open wishes that can be met at once, found by trying everything with the rules of `core/rules/limits.ts`
 * written out again: no seat twice, nobody in two places, no limit broken. `more`: as many slots as one likes.
 */
function mostMet(
	{ wishes, snapshot }: ReadinessFacts,
	booked: readonly Met[],
	more: boolean,
): number {
	const { perFamily, perStudent, perDeskDay, oncePerDesk, households } = snapshot.conference.rules;
	const taken: Met[] = [...booked];
	const mayBe = ({ wish, desk, start }: Met): boolean => {
		const own = taken.filter((other) => other.wish.family === wish.family);
		const about = taken.filter(
			(other) =>
				other.wish.student === wish.student &&
				(households === 'together' || other.wish.family === wish.family),
		);
		const others = about.filter((other) => other.wish.family !== wish.family);
		const same = [...(oncePerDesk ? about.filter((one) => !others.includes(one)) : []), ...others];
		const isFree = !taken.some(
			(other) =>
				start !== null &&
				other.start === start &&
				(other.desk === desk || other.wish.family === wish.family),
		);
		return (
			isFree &&
			!same.some((other) => other.desk === desk) &&
			(perFamily === null || own.length < perFamily) &&
			(perStudent === null || about.length < perStudent) &&
			(more || perDeskDay === null || taken.filter((one) => one.desk === desk).length < perDeskDay)
		);
	};
	const open = wishes.filter(({ isServed }) => !isServed);
	const from = (index: number): number => {
		const wish = open[index];
		if (!wish) return 0;
		let best = from(index + 1);
		const places = more
			? wish.desks.map((desk) => ({ desk, start: null }))
			: snapshot.slots.filter(({ desk }) => wish.desks.includes(desk));
		for (const { desk, start } of places) {
			const met = { wish, desk, start };
			if (!mayBe(met)) continue;
			taken.push(met);
			best = Math.max(best, 1 + from(index + 1));
			taken.pop();
		}
		return best;
	};
	return from(0);
}

/** A conference in which some wishes are served already, each in the first slot that its rules and its desks have. */
function conferenceFor({ slots, wishes, rules }: Given): { facts: ReadinessFacts; booked: Met[] } {
	const conference = readyFacts().snapshot.conference;
	const all = slots.map(({ desk, start }) => slotOf(desk, start)).sort((a, b) => a.start - b.start);
	const booked: Met[] = [];
	const known = wishes.map(({ family, student, desks, isServed }) => {
		const wish = wishFor(family, desks, { student });
		const slot = all.find(
			({ desk, start }) =>
				(desks as readonly string[]).includes(desk) &&
				!booked.some(
					(one) => one.start === start && (one.desk === desk || one.wish.family === family),
				),
		);
		if (!isServed || !slot) return wish;
		booked.push({ wish, desk: slot.desk, start: slot.start });
		return { ...wish, isServed: true };
	});
	const claims = booked.map(({ desk, start }) => {
		const minute = (start! - at(0)) / 60_000;
		return claimOn(desk, minute, minute + 12, `${desk} ${minute}`);
	});
	const facts = readyFacts({
		claims,
		wishes: known,
		snapshot: {
			desks,
			slots: all,
			conference: { ...conference, rules: { ...conference.rules, ...rules } },
		},
	});
	return { facts, booked };
}

const lacking = (facts: ReadinessFacts) => found(facts).reduce((sum, { slots }) => sum + slots!, 0);

it('is never above the truth, as trying everything finds it', () => {
	let lacked = 0;
	fc.assert(
		fc.property(conferences, (given) => {
			const { facts, booked } = conferenceFor(given);
			const missing = mostMet(facts, booked, true) - mostMet(facts, booked, false);
			lacked += Number(lacking(facts) > 0);
			expect(lacking(facts)).toBeLessThanOrEqual(missing);
		}),
		{ numRuns: 1000, seed: 20261203 },
	);
	expect(lacked).toBeGreaterThan(100);
});

/** Of wishes of which each has a student of its own nothing but the slots decides. */
const plainFacts = ({ slots, wishes }: Given) =>
	readyFacts({
		snapshot: {
			desks,
			slots: slots.map(({ desk, start }) => slotOf(desk, start)).sort((a, b) => a.start - b.start),
		},
		wishes: wishes.map(({ family, desks }, index) =>
			wishFor(family, desks, { student: `student ${index}` }),
		),
	});
/** Wishes whose desks have no slot at all are another finding. */
const meant = ({ wishes, snapshot }: ReadinessFacts) =>
	wishes.filter(({ desks }) => snapshot.slots.some(({ desk }) => desks.includes(desk))).length;

it('is what a linear program finds when it looks away from who is where (HiGHS)', async () => {
	const solver = (await loadHighs()) as unknown as Solver;
	fc.assert(
		fc.property(conferences, (given) => {
			const facts = plainFacts(given);
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
