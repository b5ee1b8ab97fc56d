import type { TurnRule } from './turn';

/**
 * What the visit planner reads and what it answers.
 *
 * Every time is a whole number of minutes on one axis shared by slots, windows and fixed
 * appointments. Where the axis begins does not matter. Stretches are half-open: `[start, end)`.
 */

/** A free slot of a desk. `date` orders the conference's dates; a slot lies on one date. */
export interface FreeSlot {
	readonly id: string;
	readonly desk: string;
	readonly place: string;
	readonly date: number;
	readonly start: number;
	readonly end: number;
}

/** One meeting wanted. `desks` lists the acceptable desks; `weight` is 0 or more. */
export interface WishToPlace {
	readonly id: string;
	readonly desks: readonly string[];
	readonly weight: number;
	readonly must: boolean;
}

/** An appointment that stands already and around which the visit is planned. */
export interface FixedAppointment {
	readonly date: number;
	readonly place: string;
	readonly start: number;
	readonly end: number;
}

/** Minutes from one place to another, the same in both directions. Missing pairs are 0 minutes. */
export interface Travel {
	readonly from: string;
	readonly to: string;
	readonly minutes: number;
}

/** One party's visit to plan: one adult, or several who go everywhere together. */
export interface VisitProblem extends TurnRule {
	readonly wishes: readonly WishToPlace[];
	readonly slots: readonly FreeSlot[];
	/** When the party can come. Missing: at any time. An empty list: never. */
	readonly windows?: readonly (readonly [start: number, end: number])[];
	readonly fixed: readonly FixedAppointment[];
}

/** A wish at its slot. */
export interface Placement {
	readonly wish: string;
	readonly slot: FreeSlot;
}

/** The sums by which visits are compared. */
export interface VisitSums {
	readonly mustWeight: number;
	readonly weight: number;
	/** Dates on which the party comes, those of fixed appointments included. */
	readonly dates: number;
	/** Over all dates: last end minus first start, minus the minutes in appointments. */
	readonly waiting: number;
	/** The end of the last appointment; `null` when there is none. */
	readonly end: number | null;
}

/** A plan for one visit; `placements` in order of time. */
export interface Visit extends VisitSums {
	readonly placements: readonly Placement[];
	/** False when there were more wishes than the exact method takes: a better visit may exist. */
	readonly exact: boolean;
}

/** Up to this many wishes the best visit is found exactly. */
export const EXACT_WISHES = 12;
