// bin/bench planner [--instances N]: how fast the visit planner is, warm, on realistic random families.
import { bestVisit } from '../src/lib/core/planner/best-visit';
import type { FreeSlot, VisitProblem } from '../src/lib/core/planner/visit-problem';

const instances = Number(process.argv[3] ?? 200);

function randomNumbers(seed: number): () => number {
	return () => {
		seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
		return seed / 2 ** 32;
	};
}

/**
 * A family at a school of three buildings with video desks: each wish has a desk of its own with 60
 * slots over three dates, a third to two thirds of them still free; every fourth wish has a second
 * desk that would do; siblings share a teacher now and then; half of the families can come at some
 * times only.
 */
function realisticFamily(wishes: number, random: () => number): VisitProblem {
	const buildings = ['house', 'wing', 'field', 'remote'];
	const between: Record<string, number> = { 'house/wing': 2, 'field/house': 4, 'field/wing': 5 };
	const desks = Array.from({ length: wishes + 2 }, (_, index) => {
		const building = buildings[Math.floor(random() ** 1.5 * 4)]!;
		return { id: `d${index}`, building, place: building === 'remote' ? building : `room ${index}` };
	});
	const busy = 1 / 3 + random() / 3;
	const slots = desks.flatMap(({ id, place }) =>
		[0, 1, 2].flatMap((date) =>
			Array.from({ length: 20 }, (_, index): FreeSlot => {
				const start = 1440 * date + 930 + 12 * index + (index >= 9 ? 28 : 0);
				return { id: `${id}.${date}.${index}`, desk: id, place, date, start, end: start + 10 };
			}).filter(() => random() > busy),
		),
	);
	const travel = desks.flatMap((a, index) =>
		desks.slice(index + 1).map((b) => ({
			from: a.place,
			to: b.place,
			minutes:
				a.building === b.building
					? 0
					: [a.building, b.building].includes('remote')
						? 15
						: between[[a.building, b.building].sort().join('/')]!,
		})),
	);
	return {
		wishes: Array.from({ length: wishes }, (_, index) => {
			const shared = index > 1 && random() < 0.15 ? index - 1 : index;
			return {
				id: `w${index}`,
				desks: random() < 0.25 ? [`d${shared}`, `d${wishes}`] : [`d${shared}`],
				weight: 1 + Math.floor(random() * 5),
				must: random() < 0.2,
			};
		}),
		slots,
		travel,
		pause: random() < 0.3 ? 5 : 0,
		windows:
			random() < 0.5
				? undefined
				: [0, 1, 2].map((date): [number, number] => {
						const from = 1440 * date + 930 + Math.floor(random() * 90);
						return [from, from + 120 + Math.floor(random() * 90)];
					}),
		fixed: [],
	};
}

const at = (sorted: readonly number[], share: number): string =>
	sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(2).padStart(8);

const random = randomNumbers(2026);
for (let warm = 0; warm < 2000; warm++) bestVisit(realisticFamily(4 + 2 * (warm % 4), random));

console.log('wishes   median ms   99th percentile ms   mean number placed');
for (const wishes of [4, 6, 8, 10, 12]) {
	const times: number[] = [];
	let placed = 0;
	for (let index = 0; index < instances; index++) {
		const problem = realisticFamily(wishes, random);
		const started = performance.now();
		const visit = bestVisit(problem)!;
		times.push(performance.now() - started);
		placed += visit.placements.length;
	}
	times.sort((a, b) => a - b);
	console.log(
		`${String(wishes).padStart(6)}    ${at(times, 0.5)}             ${at(times, 0.99)}             ${(placed / instances).toFixed(1).padStart(6)}`,
	);
}
