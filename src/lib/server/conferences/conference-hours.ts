import type { ConferenceHours } from '../../core/desks/desk-plan';
import type { Division } from '../../core/slots/slot-grid';
import type { conference } from '../foundation/database/schema';

type ConferenceRow = typeof conference.$inferSelect;

/** How the conference's stretches are divided. */
export const divisionOf = ({
	slotMinutes,
	gapMinutes,
	longGapEvery,
	longGapMinutes,
}: Pick<
	ConferenceRow,
	'slotMinutes' | 'gapMinutes' | 'longGapEvery' | 'longGapMinutes'
>): Division => ({
	slotMinutes,
	gapMinutes,
	longGap:
		longGapEvery === null || longGapMinutes === null
			? null
			: { every: longGapEvery, minutes: longGapMinutes },
});

/** The conference's own hours as core has them. */
export const conferenceHours = (row: ConferenceRow): ConferenceHours => ({
	hours: row.hours,
	weekly: row.weekly,
	division: divisionOf(row),
});
