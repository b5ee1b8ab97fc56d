import type { LocalDate } from '../core/time/local-of';
import type { Seated } from './floor';

/** What is printed of a conference: every slot with who sits there. Instants in milliseconds. */

export const sheetKinds = ['teacher', 'door', 'room', 'family', 'class', 'board'] as const;
export type SheetKind = (typeof sheetKinds)[number];

export interface PrintedSlot {
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly desk: string;
	/** Who is met there on the date. */
	readonly teacher: string;
	readonly subject: string;
	/** Where the desk usually is. */
	readonly place: string;
	readonly isBlocked: boolean;
	readonly seated: readonly Seated[];
}
