import type { Phase } from '../conferences/phase';
import { localOf, MINUTE } from '../time/local-of';
import type { FamilyProjection } from './family-projection';

/** How long after its last appointment a visit stays readable on the family's own phone; milliseconds. */
const KEPT_AFTER = 12 * 60 * MINUTE;

/** Until when a phone keeps a visit for reading it without a connection (milliseconds); `null`: nothing is booked. */
export const keptUntil = ({ appointments }: FamilyProjection): number | null =>
	appointments.length === 0 ? null : Math.max(...appointments.map(({ end }) => end)) + KEPT_AFTER;

/**
 * A visit that was kept, as it can be shown at `now` (milliseconds) by somebody who cannot ask the school: to read,
 * and with nothing to change.
 */
export function asKept(view: FamilyProjection, now: number): FamilyProjection {
	return {
		...view,
		phase: phaseOn(view, now),
		notBookable: view.notBookable ?? { code: 'closed', closesAt: now },
		appointments: view.appointments.map((entry) => ({ ...entry, changeableUntil: 0 })),
		holds: [],
	};
}

function phaseOn({ phase, dates, conference }: FamilyProjection, now: number): Phase {
	const today = localOf(now, conference.timeZone).date;
	if (dates.includes(today)) return 'today';
	return phase === 'today' ? 'over' : phase;
}
