import { contains, joined, overlaps } from '../time/stretch';
import type { FixedAppointment, FreeSlot, VisitProblem, WishToPlace } from './visit-problem';

/** A wish (by its place in the list of wishes) at a slot that fits windows and fixed appointments. */
export interface Candidate {
	readonly wish: number;
	readonly slot: FreeSlot;
	/** Of two adults who divide. */
	readonly adult?: 0 | 1;
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

/** Whether the wish could be met in the slot, as far as the slot goes. */
export const suits = (wish: WishToPlace, slot: FreeSlot): boolean =>
	(wish.length ?? 1) === (slot.length ?? 1) &&
	!(wish.closed ?? []).some(([start, end]) => overlaps({ start, end }, slot));

const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** Order of time, then desk, then length and place: the last of the planner's rules of order. */
export function compareSlots(a: FreeSlot, b: FreeSlot): number {
	return (
		a.date - b.date ||
		a.start - b.start ||
		compareText(a.desk, b.desk) ||
		a.end - b.end ||
		compareText(a.id, b.id) ||
		compareText(a.place, b.place)
	);
}

/** Whether both of two adults attend it. */
export const isForBoth = ({ adults }: FixedAppointment): boolean =>
	adults === undefined || adults.length === 2;

/**
 * The candidates of each date on which anything can or must happen, in order of dates. Where adults
 * divide, what only one of them attends is in nobody else's way.
 */
export function candidatesByDate(
	problem: VisitProblem,
	without?: (wish: string, slot: string) => boolean,
	divided = false,
): DayCandidates[] {
	const wishesAt = new Map<string, number[]>();
	problem.wishes.forEach(({ desks }, index) => {
		for (const desk of desks) {
			const known = wishesAt.get(desk);
			if (!known) wishesAt.set(desk, [index]);
			else if (known.at(-1) !== index) known.push(index);
		}
	});
	const inWindow = windowTest(problem.windows);
	const inTheWay = divided ? problem.fixed.filter(isForBoth) : problem.fixed;
	const slots = problem.slots.filter(
		(slot) => wishesAt.has(slot.desk) && inWindow(slot) && besideFixed(slot, inTheWay),
	);
	slots.sort(compareSlots);

	const days = new Map<number, { candidates: Candidate[]; fixed: FixedAppointment[] }>();
	const day = (date: number) => {
		let entry = days.get(date);
		if (!entry) days.set(date, (entry = { candidates: [], fixed: [] }));
		return entry;
	};
	for (const slot of slots)
		for (const wish of wishesAt.get(slot.desk)!) {
			const wanted = problem.wishes[wish]!;
			if (suits(wanted, slot) && !without?.(wanted.id, slot.id))
				day(slot.date).candidates.push({ wish, slot });
		}
	for (const appointment of problem.fixed) day(appointment.date).fixed.push(appointment);
	return [...days]
		.sort(([a], [b]) => a - b)
		.map(([date, { candidates, fixed }]) => ({
			date,
			candidates,
			fixed: fixed.sort((a, b) => a.start - b.start || a.end - b.end),
		}));
}
