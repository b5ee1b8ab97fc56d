import { turnMinutes } from '../snapshot/turn';
import type { FreeSlot, Placement, VisitProblem } from '../planner/visit-problem';

/**
 * A visit with all wishes, made in the simplest way: always on to whoever can be seen and left first.
 * `null` says only that this way does not lead to one. Knows no limits.
 */
export function simpleVisit(problem: VisitProblem): readonly Placement[] | null {
	const turn = turnMinutes(problem);
	const slots = [...problem.slots].sort((a, b) => a.end - b.end);
	const placements: Placement[] = [];
	const left = new Set(problem.wishes);
	const fits = (slot: FreeSlot, last: FreeSlot | undefined) =>
		!last || slot.date !== last.date || slot.start - last.end >= turn(last.place, slot.place);
	while (left.size) {
		const last = placements.at(-1)?.slot;
		let next: Placement | null = null;
		for (const slot of slots) {
			if (last && slot.start < last.end) continue;
			if (!fits(slot, last)) continue;
			const wish = [...left].find(
				({ desks, length = 1 }) => desks.includes(slot.desk) && (slot.length ?? 1) === length,
			);
			if (!wish) continue;
			next = { wish: wish.id, slot };
			left.delete(wish);
			break;
		}
		if (!next) return null;
		placements.push(next);
	}
	return placements;
}
