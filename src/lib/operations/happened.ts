import type { ActKind } from './act-kinds';

/** What happened at a conference, for the office to read and to take back. Instants in milliseconds. */

/** What became of one appointment. */
export interface AppointmentNews {
	readonly id: string;
	readonly desk: string;
	/** Names. */
	readonly students: readonly string[];
	/** When it was before; `null`: it did not stand. */
	readonly from: number | null;
	/** When it is since; `null`: it does not stand any more. */
	readonly to: number | null;
}

/** Whether an act can be taken back, or why not. */
export type TakingBack =
	/** What it touched is as the act left it. */
	| 'possible'
	| 'undone'
	/** Something it touched has changed since. */
	| 'newer'
	/** It is not of a kind that is taken back. */
	| 'never';

/** Who did something. A name is empty after erasure. */
export interface Doer {
	readonly kind: 'office' | 'teacher' | 'family' | 'program';
	readonly name: string;
}

/** One act. */
export interface Happening {
	readonly id: string;
	readonly at: number;
	readonly kind: ActKind;
	readonly who: Doer;
	/** The families that it touched. */
	readonly families: readonly { readonly id: string; readonly label: string }[];
	readonly appointments: readonly AppointmentNews[];
	/** The seats that it touched. */
	readonly seats: readonly { readonly desk: string; readonly start: number }[];
	readonly takingBack: TakingBack;
}

/** A part of what happened, the newest first. */
export interface HappenedPage {
	readonly happenings: readonly Happening[];
	/** Where the next part begins; `null`: there is nothing older. */
	readonly older: string | null;
}
