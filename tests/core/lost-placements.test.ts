import fc from 'fast-check';
import { expect, it } from 'vitest';
import { bestVisit } from '$lib/core/planner/best-visit';
import { aroundLost, lostPlacements } from '$lib/core/visits/lost-placements';
import { problems } from './visit-fixtures';

it('what is left of a visit stays where it is, and only what is lost is found anew', () => {
	let looked = 0;
	fc.assert(
		fc.property(problems({ wishes: [2, 5], slots: [4, 14] }), fc.nat(), (problem, which) => {
			const visit = bestVisit(problem);
			if (!visit || visit.placements.length < 2) return;
			expect(lostPlacements(problem, visit)).toEqual([]);
			const gone = visit.placements[which % visit.placements.length]!;
			const now = { ...problem, slots: problem.slots.filter(({ id }) => id !== gone.slot.id) };
			const lost = lostPlacements(now, visit);
			expect(lost).toContainEqual(gone);

			const around = aroundLost(now, visit);
			const fresh = around.restore(bestVisit(around.problem)!);
			const kept = visit.placements.filter((placement) => !lost.includes(placement));
			expect(fresh.placements).toEqual(expect.arrayContaining(kept));
			for (const { slot } of fresh.placements) expect(now.slots).toContainEqual(slot);
			expect(new Set(fresh.placements.map(({ slot }) => slot.id)).size).toBe(
				fresh.placements.length,
			);
			looked++;
		}),
		{ numRuns: 300 },
	);
	expect(looked).toBeGreaterThan(100);
});
