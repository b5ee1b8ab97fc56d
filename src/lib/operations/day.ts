import type { NamedSubstitute } from '../core/desks/named-substitutes';
import type { SeatState } from '../core/snapshot/seat-state';
import type { LocalDate } from '../core/time/local-of';
import type { Seated } from './floor';

/** The day as a teacher sees it. */

/** One line of a teacher's day: a slot that somebody has, or a free one. */
export interface DayLine {
	readonly slot: string;
	readonly start: number;
	readonly end: number;
	/** Whether it is free, asked for, closed by something else. */
	readonly state: SeatState;
	/** In whose place the teacher sits there, and at what; `null` at a desk of its own. */
	readonly inPlaceOf: { readonly absent: string; readonly subject: string } | null;
	readonly seated: readonly Seated[];
}

export interface TeacherDate {
	readonly date: LocalDate;
	readonly lines: readonly DayLine[];
}

export interface TeacherConference {
	readonly id: string;
	readonly address: string;
	readonly name: string;
	readonly timeZone: string;
	readonly now: number;
	/** The desks at which the teacher receives. */
	readonly desks: readonly {
		readonly id: string;
		readonly name: string;
		readonly subject: string;
	}[];
	/** Who takes the teacher's place, and when. */
	readonly away: readonly NamedSubstitute[];
	readonly dates: readonly TeacherDate[];
}
