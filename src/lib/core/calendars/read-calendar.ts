import type ICAL from 'ical.js';
import type { Stretch } from '../time/stretch';
import { readEntries, type CalendarWindow } from './read-entries';

/** How firmly a calendar says that somebody is taken. */
export type BusyKind = 'busy' | 'tentative' | 'out-of-office';

/** A stretch (milliseconds) in which a calendar's owner has something to do. Never what. */
export interface BusyTime extends Stretch {
	readonly kind: BusyKind;
	/** Whole local days. */
	readonly allDay: boolean;
	/** What the calendar knows the entry by, the same for all its turns; empty when it says nothing. */
	readonly entry: string;
}

export type CalendarRead =
	| { readonly ok: true; readonly busy: readonly BusyTime[] }
	| { readonly ok: false; readonly reason: 'no-calendar' | 'too-many' };

/**
 * The busy times of a calendar file (RFC 5545) that touch the window, in order. Entries that are cancelled or marked as
 * free do not count.
 */
export function readCalendar(text: string, window: CalendarWindow): CalendarRead {
	const read = readEntries(
		text,
		window,
		({ component, start, end, allDay, uid }): BusyTime | null => {
			const kind = kindOf(component);
			return kind && { start, end, kind, allDay, entry: uid };
		},
	);
	if (!read.ok) return read;
	return { ok: true, busy: [...read.taken].sort((a, b) => a.start - b.start || a.end - b.end) };
}

/** How an entry counts; `null` when it takes nobody's time. */
function kindOf(component: ICAL.Component): BusyKind | null {
	const word = (name: string) => String(component.getFirstPropertyValue(name) ?? '').toUpperCase();
	if (word('status') === 'CANCELLED') return null;
	// Common practice, no source: programs that know more than RFC 5545's TRANSP say it in a property
	// of their own whose name ends like this.
	const own = component.getAllProperties().find(({ name }) => /^x-.*-busystatus$/.test(name));
	const shown = String(own?.getFirstValue() ?? '').toUpperCase();
	if (shown === 'OOF') return 'out-of-office';
	if (word('transp') === 'TRANSPARENT' || shown === 'FREE') return null;
	return word('status') === 'TENTATIVE' || shown === 'TENTATIVE' ? 'tentative' : 'busy';
}
