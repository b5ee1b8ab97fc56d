import { bestVisit } from '../planner/best-visit';
import { asFixed } from '../planner/plan-visit';
import type { FreeSlot, Placement, VisitProblem } from '../planner/visit-problem';
import { MINUTE } from '../time/local-of';
import { isChangeable } from './as-of';
import {
	familyVisitProblem,
	type FamilyProjection,
	type ShownAppointment,
} from './family-projection';
import { asItIs, givingUp } from './giving-up';
import type { WantedAppointment } from './wanted-appointment';

/** Another time for an appointment, and what of the visit has to move with it. */
export interface Move {
	readonly to: Placement;
	readonly also: readonly { readonly appointment: string; readonly to: Placement }[];
}

/** So many times that would move something else are worked out; there are always nearer ones among them. */
const WITH_OTHERS = 8;

/**
 * The times of the same desk to which an appointment can move, the nearest first: those that leave the rest of
 * the visit as it is, and a few for which something else that the family may change moves too.
 */
export function movesOf(view: FamilyProjection, moved: ShownAppointment, now: number): Move[] {
	const problem = problemOf(givingUp(view, [moved.id]), moved.wishes);
	const [wish] = problem.wishes;
	if (!wish) return [];
	const times = problem.slots
		.filter(({ id, desk }) => desk === moved.desk && id !== moved.slots[0])
		.sort(byNearness(moved.start / MINUTE));
	const alone = times.filter((slot) => fits({ ...problem, wishes: [wish], slots: [slot] }));
	const others = view.appointments.filter(
		(entry) => entry.id !== moved.id && isChangeable(entry, now),
	);
	const withOthers = times
		.filter((slot) => !alone.includes(slot))
		.slice(0, WITH_OTHERS)
		.flatMap((slot) => withOthersMoved(view, moved, others, { wish: wish.id, slot }));
	return [...alone.map((slot): Move => ({ to: { wish: wish.id, slot }, also: [] })), ...withOthers];
}

/** Whether everything wanted finds a place. */
const fits = (problem: VisitProblem): boolean =>
	bestVisit(problem)?.placements.length === problem.wishes.length;

const byNearness =
	(start: number) =>
	(a: FreeSlot, b: FreeSlot): number =>
		Math.abs(a.start - start) - Math.abs(b.start - start) || a.start - b.start;

const problemOf = (view: FamilyProjection, wishes: readonly string[]): VisitProblem =>
	familyVisitProblem(view, { wishes });

/** The move with as few others as are in its way, if these find other times of their own desks. */
function withOthersMoved(
	view: FamilyProjection,
	moved: ShownAppointment,
	others: readonly ShownAppointment[],
	to: Placement,
): Move[] {
	const inTheWay = others.filter((other) => {
		const without = problemOf(givingUp(view, [moved.id, other.id]), moved.wishes);
		return fits({ ...without, wishes: without.wishes.slice(0, 1), slots: [to.slot] });
	});
	// One that makes way is enough; where none is, two or more would have to, and nobody looks through that.
	for (const other of inTheWay) {
		const around = problemOf(givingUp(view, [moved.id, other.id]), other.wishes);
		const [wish] = around.wishes;
		const fixed = [...around.fixed, asFixed(to)];
		const nearest = around.slots
			.filter(({ id, desk }) => desk === other.desk && id !== other.slots[0] && id !== to.slot.id)
			.sort(byNearness(other.start / MINUTE))
			.find((slot) => wish && fits({ ...around, wishes: [wish], slots: [slot], fixed }));
		if (wish && nearest)
			return [{ to, also: [{ appointment: other.id, to: { wish: wish.id, slot: nearest } }] }];
	}
	return [];
}

/** The whole visit as it would be asked for with the move. */
export function wantedWith(
	view: FamilyProjection,
	moved: ShownAppointment,
	{ to, also }: Move,
): WantedAppointment[] {
	const places = new Map([
		[moved.id, to],
		...also.map((entry) => [entry.appointment, entry.to] as const),
	]);
	return view.appointments.map((entry) => {
		const place = places.get(entry.id);
		const kept = asItIs(view, entry);
		return place ? { ...kept, slot: place.slot.id, mode: place.slot.mode ?? kept.mode } : kept;
	});
}
