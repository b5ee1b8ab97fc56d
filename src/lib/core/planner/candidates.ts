import { contains, joined, overlaps, type Stretch } from '../time/stretch';
import { PlaceNumbers } from './place-numbers';
import type { FixedAppointment, FreeSlot, VisitProblem, WishToPlan } from './visit-problem';

/** A wish (by its place in the list of wishes) at a slot that fits windows and fixed appointments. */
export interface Candidate {
	readonly wish: number;
	readonly slot: FreeSlot;
	/** Within its date: by start, then by desk; so that comparing often is cheap. */
	readonly order: number;
	/** The number of the slot's place. */
	readonly place: number;
	/** Of two adults who divide. */
	readonly adult?: 0 | 1;
}

/** A fixed appointment with the number of its place. */
export interface FixedOnDate extends Omit<FixedAppointment, 'place'> {
	readonly place: number;
}

/** What can happen on one date. */
export interface DayCandidates {
	readonly date: number;
	/** By start, desk, end and wish, so that equal visits are always told apart the same way. */
	readonly candidates: readonly Candidate[];
	/** By start. */
	readonly fixed: readonly FixedOnDate[];
}

/** What can happen on the dates on which anything can or must happen, in their order. */
export interface Candidates {
	readonly days: readonly DayCandidates[];
	/** Places to their numbers, those of fixed appointments included. */
	readonly places: PlaceNumbers;
}

/** Whether the slot lies inside one of the party's windows. */
export function windowTest(windows: VisitProblem['windows']): (slot: FreeSlot) => boolean {
	if (!windows) return () => true;
	const open = joined(windows.map(([start, end]) => ({ start, end })));
	return (slot) => {
		for (const window of open) if (contains(window, slot)) return true;
		return false;
	};
}

/** Whether the slot overlaps no fixed appointment. Turns are the day table's business. */
export function besideFixed(slot: FreeSlot, fixed: readonly Stretch[]): boolean {
	for (const other of fixed) if (overlaps(other, slot)) return false;
	return true;
}

/** Whether the wish could be met in the slot, as far as the slot goes. */
export const suits = (wish: WishToPlan, slot: FreeSlot): boolean =>
	(wish.length ?? 1) === (slot.length ?? 1) &&
	!wish.closed?.some(([start, end]) => overlaps({ start, end }, slot));

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
export const isForBoth = ({ adults }: Pick<FixedAppointment, 'adults'>): boolean =>
	adults === undefined || adults.length === 2;

/** The candidates of each date. Where adults divide, what only one of them attends is in nobody else's way. */
export function candidatesByDate(
	problem: VisitProblem,
	without?: (wish: string, slot: string) => boolean,
	divided = false,
): Candidates {
	const wanted = wantedDesks(problem.wishes);
	const inWindow = windowTest(problem.windows);
	const inTheWay = divided ? problem.fixed.filter(isForBoth) : problem.fixed;
	const days = new Map<number, { candidates: Candidate[]; fixed: FixedOnDate[] }>();
	const day = (date: number) => {
		let entry = days.get(date);
		if (!entry) days.set(date, (entry = { candidates: [], fixed: [] }));
		return entry;
	};
	const places = new PlaceNumbers();
	let desk: WantedDesk | undefined;
	for (const slot of problem.slots) {
		if (slot.desk !== desk?.id) desk = wanted.get(slot.desk);
		if (!desk || !inWindow(slot) || !besideFixed(slot, inTheWay)) continue;
		const order = slot.start * wanted.size + desk.rank;
		const place = places.of(slot.place);
		for (const wish of desk.wishes) {
			const asked = problem.wishes[wish]!;
			if (suits(asked, slot) && !without?.(asked.id, slot.id))
				day(slot.date).candidates.push({ wish, slot, order, place });
		}
	}
	for (const appointment of problem.fixed)
		day(appointment.date).fixed.push({ ...appointment, place: places.of(appointment.place) });
	const inOrder = [...days]
		.sort(([a], [b]) => a - b)
		.map(([date, { candidates, fixed }]) => ({
			date,
			candidates: candidates.sort(compareOnDate),
			fixed: fixed.sort((a, b) => a.start - b.start || a.end - b.end),
		}));
	return { days: inOrder, places };
}

const compareOnDate = (a: Candidate, b: Candidate): number =>
	a.order - b.order || compareSlots(a.slot, b.slot) || a.wish - b.wish;

/** A desk where wishes could be met. */
interface WantedDesk {
	readonly id: string;
	/** Its place among the wanted desks. */
	rank: number;
	readonly wishes: number[];
}

function wantedDesks(wishes: readonly WishToPlan[]): Map<string, WantedDesk> {
	const wanted = new Map<string, WantedDesk>();
	wishes.forEach(({ desks }, index) => {
		for (const id of desks) {
			const known = wanted.get(id);
			if (!known) wanted.set(id, { id, rank: 0, wishes: [index] });
			else if (known.wishes.at(-1) !== index) known.wishes.push(index);
		}
	});
	[...wanted.values()]
		.sort((a, b) => compareText(a.id, b.id))
		.forEach((desk, rank) => (desk.rank = rank));
	return wanted;
}
