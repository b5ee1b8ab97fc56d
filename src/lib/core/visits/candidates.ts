import { groupBy } from '../group-by';
import { contains, joined, overlaps } from '../time/stretch';
import type { FixedAppointment, FreeSlot, VisitProblem } from './visit-problem';

/** A wish (by its place in the list of wishes) at a slot that fits windows and fixed appointments. */
export interface Candidate {
	readonly wish: number;
	readonly slot: FreeSlot;
}

/** What can happen on one date. */
export interface DayCandidates {
	readonly date: number;
	/** By start, desk, end and wish, so that equal visits are always told apart the same way. */
	readonly candidates: readonly Candidate[];
	/** By start. */
	readonly fixed: readonly FixedAppointment[];
}

/** Whether the slot lies inside one of the party's windows. */
export function windowTest(windows: VisitProblem['windows']): (slot: FreeSlot) => boolean {
	if (!windows) return () => true;
	const open = joined(windows.map(([start, end]) => ({ start, end })));
	return (slot) => open.some((window) => contains(window, slot));
}

/** Whether the slot overlaps no fixed appointment. Turns are the day table's business. */
export function besideFixed(slot: FreeSlot, fixed: readonly FixedAppointment[]): boolean {
	return !fixed.some((other) => overlaps(other, slot));
}

const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** Order of time, then desk, then length: the last of the planner's rules of order. */
export function compareSlots(a: FreeSlot, b: FreeSlot): number {
	return (
		a.date - b.date ||
		a.start - b.start ||
		compareText(a.desk, b.desk) ||
		a.end - b.end ||
		compareText(a.id, b.id)
	);
}

/** The candidates of each date on which anything can or must happen, in order of dates. */
export function candidatesByDate(problem: VisitProblem): DayCandidates[] {
	const inWindow = windowTest(problem.windows);
	const slotsOfDesk = groupBy(
		problem.slots.filter((slot) => inWindow(slot) && besideFixed(slot, problem.fixed)),
		({ desk }) => desk,
	);
	const days = new Map<number, { candidates: Candidate[]; fixed: FixedAppointment[] }>();
	const day = (date: number) => {
		let entry = days.get(date);
		if (!entry) days.set(date, (entry = { candidates: [], fixed: [] }));
		return entry;
	};
	problem.wishes.forEach((wish, index) => {
		for (const desk of new Set(wish.desks))
			for (const slot of slotsOfDesk.get(desk) ?? [])
				day(slot.date).candidates.push({ wish: index, slot });
	});
	for (const appointment of problem.fixed) day(appointment.date).fixed.push(appointment);
	return [...days]
		.sort(([a], [b]) => a - b)
		.map(([date, { candidates, fixed }]) => ({
			date,
			candidates: candidates.sort((a, b) => compareSlots(a.slot, b.slot) || a.wish - b.wish),
			fixed: fixed.sort((a, b) => a.start - b.start || a.end - b.end),
		}));
}
