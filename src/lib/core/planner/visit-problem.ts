import type { Mode } from '../ways-to-meet';
import type { DeskId, SlotId, WishId } from '../ids';
import type { Minutes } from '../time/units';
import type { TurnRule } from '../snapshot/turn';

/**
 * What the visit planner reads and what it answers.
 *
 * Every time is a whole number of minutes on one axis shared by slots, windows and fixed
 * appointments. Where the axis begins does not matter. Stretches are half-open: `[start, end)`.
 */

/** A free slot of a desk. `date` orders the conference's dates; a slot lies on one date. */
export interface FreeSlot {
	readonly id: SlotId;
	readonly desk: DeskId;
	readonly place: string;
	readonly date: number;
	readonly start: Minutes;
	readonly end: Minutes;
	/** How many slots in a row it is of; missing: one. It is for wishes of that length. */
	readonly length?: number;
	/** How many of the party could sit there at once; missing: one. */
	readonly seats?: number;
	/** What it takes besides its desk: two that need the same are never at the same time. */
	readonly things?: readonly string[];
	/** By how many minutes it lengthens an interpreter's day; missing: by none. */
	readonly away?: number;
	/** How one meets there; only handed through. */
	readonly mode?: Mode;
}

/** One meeting wanted. `desks` lists the acceptable desks; `weight` is 0 or more. */
export interface WishToPlan {
	readonly id: WishId;
	readonly desks: readonly DeskId[];
	readonly weight: number;
	readonly must: boolean;
	/** About whom, where limits count it. */
	readonly student?: string;
	/** How many slots in a row it takes; missing: one. */
	readonly length?: number;
	/** Students who come along: nobody is in two places. */
	readonly along?: readonly string[];
	/** When it cannot be, on account of who comes along. */
	readonly closed?: readonly (readonly [start: number, end: number])[];
}

/** An appointment that stands already and around which the visit is planned. */
export interface FixedAppointment {
	readonly date: number;
	readonly place: string;
	readonly start: Minutes;
	readonly end: Minutes;
	/** Which of two adults who divide attend it; missing: both. */
	readonly adults?: readonly (0 | 1)[];
}

/** How much may still be placed. A missing number is no limit. */
export interface VisitLimits {
	readonly family?: number;
	readonly perStudent?: Readonly<Record<string, number>>;
	/** By desk and number of the date: `desk/0`. */
	readonly perDeskDay?: Readonly<Record<string, number>>;
	/** One appointment for a student at a desk. */
	readonly oncePerDesk?: boolean;
}

/** One party's visit to plan: one adult, or several who go everywhere together. */
export interface VisitProblem extends TurnRule {
	readonly wishes: readonly WishToPlan[];
	readonly slots: readonly FreeSlot[];
	/** When the party can come. Missing: at any time. An empty list: never. */
	readonly windows?: readonly (readonly [start: number, end: number])[];
	readonly fixed: readonly FixedAppointment[];
	readonly limits?: VisitLimits;
}

/** A wish at its slot; of two adults who divide, with whom. */
export interface Placement {
	readonly wish: WishId;
	readonly slot: FreeSlot;
	readonly adult?: 0 | 1;
}

/** The sums by which visits are compared. */
export interface VisitSums {
	readonly mustWeight: number;
	readonly weight: number;
	/** Dates on which the party comes, those of fixed appointments included. */
	readonly dates: number;
	/** Over all dates and adults: last end minus first start, minus the minutes in appointments. */
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
