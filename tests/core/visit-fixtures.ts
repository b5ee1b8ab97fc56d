import fc from 'fast-check';
import type { FreeSlot, Placement, VisitProblem, VisitSums } from '$lib/core/planner/visit-problem';

/** Small random problems, dense with collisions; several dates, alternative desks, what is fixed. */
export function problems(size: {
	wishes: [least: number, most: number];
	slots: [least: number, most: number];
}): fc.Arbitrary<VisitProblem> {
	const place = fc.constantFrom('hall', 'wing', 'field', 'remote');
	const date = fc.integer({ min: 0, max: 2 });
	const stretch = fc
		.tuple(date, fc.integer({ min: 0, max: 20 }), fc.constantFrom(5, 10, 10, 15))
		.map(([date, step, length]) => {
			const start = 1440 * date + 900 + 5 * step;
			return { date, start, end: start + length };
		});
	const desk = fc.constantFrom('a', 'b', 'c', 'd');
	return fc
		.record({
			wishes: fc.array(
				fc.record({
					desks: fc.uniqueArray(desk, { minLength: 1, maxLength: 2 }),
					weight: fc.constantFrom(0, 1, 1, 2, 3),
					must: fc.boolean(),
				}),
				{ minLength: size.wishes[0], maxLength: size.wishes[1] },
			),
			slots: fc.array(fc.tuple(desk, stretch), {
				minLength: size.slots[0],
				maxLength: size.slots[1],
			}),
			deskPlaces: fc.array(place, { minLength: 4, maxLength: 4 }),
			ways: fc.array(fc.constantFrom(0, 3, 5, 15), { minLength: 6, maxLength: 6 }),
			pause: fc.constantFrom(0, 0, 5),
			spare: fc.constantFrom(0, 0, 0, 5),
			windows: fc.option(
				fc.array(
					fc
						.tuple(date, fc.integer({ min: 0, max: 8 }), fc.integer({ min: 6, max: 20 }))
						.map(([date, from, steps]): [number, number] => {
							const start = 1440 * date + 900 + 5 * from;
							return [start, start + 5 * steps];
						}),
					{ maxLength: 4 },
				),
				{ nil: undefined, freq: 1 },
			),
			fixed: fc.array(fc.tuple(place, stretch), { maxLength: 2 }),
		})
		.map(({ wishes, slots, deskPlaces, ways, pause, spare, windows, fixed }) => {
			const pairs = [
				['hall', 'wing'],
				['hall', 'field'],
				['hall', 'remote'],
				['wing', 'field'],
				['wing', 'remote'],
				['field', 'remote'],
			] as const;
			const known = new Map<string, FreeSlot>();
			for (const [desk, { date, start, end }] of slots) {
				const id = `${desk}@${start}-${end}`;
				const place = deskPlaces['abcd'.indexOf(desk)]!;
				known.set(id, { id, desk, place, date, start, end });
			}
			const apart = fixed.filter(
				([, { start, end }], index) =>
					!fixed.slice(0, index).some(([, other]) => other.start < end && start < other.end),
			);
			return {
				wishes: wishes.map((wish, index) => ({ id: `w${index}`, ...wish })),
				slots: [...known.values()],
				travel: pairs.map(([from, to], index) => ({ from, to, minutes: ways[index]! })),
				pause,
				spare,
				windows,
				fixed: apart.map(([place, stretch]) => ({ place, ...stretch })),
			};
		});
}

/**
 * The same with all other rules besides: talks of two slots, places to choose from, closed times,
 * children who come along, limits, and seats for more than one of the family.
 */
export function ruledProblems(size: Parameters<typeof problems>[0]): fc.Arbitrary<VisitProblem> {
	const limit = (most: number) => fc.option(fc.integer({ min: 1, max: most }), { nil: undefined });
	return fc
		.record({
			plain: problems(size),
			students: fc.array(fc.constantFrom('ana', 'ben'), { minLength: 12, maxLength: 12 }),
			lengths: fc.array(fc.constantFrom(1, 1, 1, 2), { minLength: 12, maxLength: 12 }),
			along: fc.array(fc.constantFrom([], [], ['ana'], ['ben']), { minLength: 12, maxLength: 12 }),
			closed: fc.array(fc.option(fc.integer({ min: 0, max: 20 }), { nil: undefined }), {
				minLength: 12,
				maxLength: 12,
			}),
			shapes: fc.array(
				fc.record({
					length: fc.constantFrom(1, 1, 2),
					seats: fc.constantFrom(1, 1, 2),
					elsewhere: fc.boolean(),
				}),
				{ minLength: 40, maxLength: 40 },
			),
			limits: fc.record({
				family: limit(4),
				ana: limit(2),
				deskDay: limit(2),
				oncePerDesk: fc.boolean(),
			}),
			attend: fc.array(fc.constantFrom(undefined, [0 as const], [1 as const]), {
				minLength: 2,
				maxLength: 2,
			}),
		})
		.map(({ plain, students, lengths, along, closed, shapes, limits, attend }) => ({
			...plain,
			wishes: plain.wishes.map((wish, index) => {
				const from = closed[index];
				return {
					...wish,
					student: students[index]!,
					length: lengths[index]!,
					along: along[index]!,
					...(from === undefined
						? {}
						: {
								closed: [0, 1, 2].map(
									(date) => [1440 * date + 900 + 5 * from, 1440 * date + 910 + 5 * from] as const,
								),
							}),
				};
			}),
			slots: plain.slots.flatMap((slot, index) => {
				const { length, seats, elsewhere } = shapes[index]!;
				const shaped = { ...slot, length, seats, things: slot.desk < 'c' ? ['teacher'] : [] };
				return elsewhere && slot.place !== 'remote'
					? [shaped, { ...shaped, place: 'remote' }]
					: [shaped];
			}),
			fixed: plain.fixed.map((entry, index) => {
				const adults = attend[index];
				return adults ? { ...entry, adults } : entry;
			}),
			limits: {
				...(limits.family === undefined ? {} : { family: limits.family }),
				...(limits.ana === undefined ? {} : { perStudent: { ana: limits.ana } }),
				...(limits.deskDay === undefined
					? {}
					: { perDeskDay: { 'a/0': limits.deskDay, 'b/1': limits.deskDay } }),
				oncePerDesk: limits.oncePerDesk,
			},
		}));
}

/** Minutes needed between two places, computed apart from the program's own rule. */
function need(problem: VisitProblem, from: string, to: string): number {
	const way = problem.travel.find(
		(travel) =>
			(travel.from === from && travel.to === to) || (travel.from === to && travel.to === from),
	);
	const minutes = from === to ? 0 : (way?.minutes ?? 0);
	return Math.max(problem.pause, minutes) + (problem.spare ?? 0);
}

/** The rules that a list of placements breaks; empty when it is a visit. */
export function brokenRules(problem: VisitProblem, placements: readonly Placement[]): string[] {
	const broken: string[] = [];
	const merged: [number, number][] = [];
	for (const [start, end] of [...(problem.windows ?? [])].sort((a, b) => a[0] - b[0])) {
		const last = merged.at(-1);
		if (last && start <= last[1]) last[1] = Math.max(last[1], end);
		else merged.push([start, end]);
	}
	const used = new Set<string>();
	for (const { wish: id, slot } of placements) {
		const wish = problem.wishes.find((wish) => wish.id === id);
		if (!wish || used.has(id)) broken.push(`${id} unknown or twice`);
		used.add(id);
		if (!problem.slots.includes(slot)) broken.push(`${slot.id} is no free slot`);
		if (!wish?.desks.includes(slot.desk)) broken.push(`${id} at ${slot.desk}`);
		if (problem.windows && !merged.some(([a, b]) => a <= slot.start && slot.end <= b))
			broken.push(`${slot.id} outside windows`);
	}
	const all = [
		...placements.map(({ slot }) => ({ ...slot, fixed: false })),
		...problem.fixed.map((appointment) => ({ ...appointment, fixed: true })),
	].sort((a, b) => a.start - b.start || a.end - b.end);
	all.forEach((later, index) => {
		const before = all[index - 1];
		if (!before || before.date !== later.date || (before.fixed && later.fixed)) return;
		if (later.start - before.end < need(problem, before.place, later.place))
			broken.push(`no time between ${before.end} and ${later.start}`);
	});
	return broken;
}

/** The sums of a plan, computed apart from the program's own. */
export function sumsOf(problem: VisitProblem, placements: readonly Placement[]): VisitSums {
	const weigh = (only: (must: boolean) => boolean) =>
		placements.reduce((sum, { wish: id }) => {
			const wish = problem.wishes.find((wish) => wish.id === id)!;
			return sum + (only(wish.must) ? wish.weight : 0);
		}, 0);
	const all = [...placements.map(({ slot }) => slot), ...problem.fixed];
	const dates = [...new Set(all.map(({ date }) => date))];
	const waiting = dates.map((date) => {
		const day = all.filter((entry) => entry.date === date);
		const span =
			Math.max(...day.map(({ end }) => end)) - Math.min(...day.map(({ start }) => start));
		return span - day.reduce((sum, { start, end }) => sum + end - start, 0);
	});
	return {
		mustWeight: weigh((must) => must),
		weight: weigh(() => true),
		dates: dates.length,
		waiting: waiting.reduce((sum, minutes) => sum + minutes, 0),
		end: all.length ? Math.max(...all.map(({ end }) => end)) : null,
	};
}

/** Negative when `a` is the better visit by the planner's order. */
export function compareSums(a: VisitSums, b: VisitSums): number {
	return (
		b.mustWeight - a.mustWeight ||
		b.weight - a.weight ||
		a.dates - b.dates ||
		a.waiting - b.waiting ||
		(a.end ?? 0) - (b.end ?? 0)
	);
}

/** All visits there are, by trying everything. */
export function* everyVisit(
	problem: VisitProblem,
	index = 0,
	placed: Placement[] = [],
): Generator<Placement[]> {
	const wish = problem.wishes[index];
	if (!wish) {
		if (brokenRules(problem, placed).length === 0) yield placed;
		return;
	}
	yield* everyVisit(problem, index + 1, placed);
	for (const slot of problem.slots) {
		if (!wish.desks.includes(slot.desk)) continue;
		if (placed.some((other) => other.slot.start < slot.end && slot.start < other.slot.end))
			continue;
		yield* everyVisit(problem, index + 1, [...placed, { wish: wish.id, slot }]);
	}
}
