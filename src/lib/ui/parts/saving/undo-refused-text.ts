import type { RefusalOf } from '$lib/operations/change';
import type { seatsUndo } from '$lib/operations/seats';
import type { wishRemove } from '$lib/operations/office-visits';
import type { visitUndo } from '$lib/operations/visits';
import { m } from '$lib/paraglide/messages';

export type UndoRefused =
	| RefusalOf<typeof visitUndo>['reason']
	| RefusalOf<typeof seatsUndo>['reason']
	| RefusalOf<typeof wishRemove>['reason'];

/** Why something could not be taken back. */
export function undoRefusedText(reason: UndoRefused): string {
	switch (reason) {
		case 'taken':
		case 'not-allowed':
			return m.undo_taken();
		case 'too-late':
			return m.undo_late();
		case 'unknown':
		case 'undone-before':
		case 'newer':
		case 'booked':
			return m.undo_newer();
	}
}
