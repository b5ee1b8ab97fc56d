import { z } from 'zod';
import type { BasicsFault } from '../../core/conferences/basics';
import { LONGEST_SLOT, SHORTEST_SLOT } from '../../core/slots/slot-grid';
import { isTimeZone, typedDate } from '../../core/time/local-time';
import { zoneOf } from '../../core/time/zone-cities';
import { m } from '$lib/paraglide/messages';

const minutes = (least: number, most: number, sentence: () => string) =>
	z.number({ error: sentence }).int({ error: sentence }).min(least, { error: sentence }).max(most, {
		error: sentence,
	});

/** A new conference as a form holds it. */
export const conferenceSchema = z.object({
	name: z
		.string()
		.trim()
		.min(1, { error: () => m.basics_name_missing() })
		.max(80, { error: () => m.basics_name_long() }),
	timeZone: z
		.string()
		.overwrite((typed) => zoneOf(typed) ?? typed)
		.refine(isTimeZone, { error: () => m.zone_unknown() }),
	hours: z.array(
		z.object({
			date: z.string(),
			start: z.number().int().nullable(),
			end: z.number().int().nullable(),
		}),
	),
	slotMinutes: minutes(SHORTEST_SLOT, LONGEST_SLOT, () => m.basics_slot_range()).default(10),
	gapMinutes: minutes(0, 60, () => m.basics_gap_range()),
});

/** Hours of a form; what is missing counts as nothing, and is refused as such. */
export const readHours = (rows: z.infer<typeof conferenceSchema>['hours']) =>
	rows.map(({ date, start, end }) => ({ date: typedDate(date), start: start ?? 0, end: end ?? 0 }));

/** Faults of hours are told beside the hours. */
export const isHoursFault = ({ field }: BasicsFault): boolean => field === 'hours';
