import { groupBy } from '../group-by';
import type { TurnMinutes } from '../snapshot/turn';
import type { FreeSlot, Placement, VisitProblem, WishToPlan } from '../planner/visit-problem';

/**
 * A visit with all wishes, made in the simplest way: always on to whoever can be left first. `null` says
 * only that this way does not lead to one. Slots of a desk come in order of time; knows no limits. `turn` is
 * the conference's own, which takes long to make.
 */
export function simpleVisit(problem: VisitProblem, turn: TurnMinutes): readonly Placement[] | null {
	const rows = groupBy(problem.slots, ({ desk, length = 1 }) => `${desk}/${length}`);
	const placements: Placement[] = [];
	const left = new Set(problem.wishes);
	let last: FreeSlot | null = null;

	const follows = (slot: FreeSlot): boolean => {
		if (last === null) return true;
		if (slot.start < last.end) return false;
		return slot.date !== last.date || slot.start - last.end >= turn(last.place, slot.place);
	};
	const firstFor = ({ desks, length = 1 }: WishToPlan): FreeSlot | undefined =>
		earliest(desks.map((desk) => rows.get(`${desk}/${length}`)?.find(follows)));

	while (left.size) {
		let next: { readonly wish: WishToPlan; readonly slot: FreeSlot } | null = null;
		for (const wish of left) {
			const slot = firstFor(wish);
			if (!slot) return null;
			if (!next || slot.end < next.slot.end) next = { wish, slot };
		}
		placements.push({ wish: next!.wish.id, slot: next!.slot });
		left.delete(next!.wish);
		last = next!.slot;
	}
	return placements;
}

const earliest = (slots: readonly (FreeSlot | undefined)[]): FreeSlot | undefined =>
	slots.reduce((best, slot) => (slot && (!best || slot.end < best.end) ? slot : best), undefined);
