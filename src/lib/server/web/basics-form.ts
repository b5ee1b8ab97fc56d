import { z } from 'zod';
import type { BasicsFault } from '../../core/conferences/basics';
import { LONGEST_SLOT, SHORTEST_SLOT } from '../../core/slots/slot-grid';
import { isTimeZone } from '../../core/time/local-time';
import { zoneOf } from '../../core/time/zone-cities';
import { m } from '$lib/paraglide/messages';
import { weeklySchema } from './plans-body';

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
	rows.map(({ date, start, end }) => ({ date, start: start ?? 0, end: end ?? 0 }));

/** Faults of hours are told beside the hours. */
export const isHoursFault = ({ field }: BasicsFault): boolean => field === 'hours';

const whole = z.number().int().min(-9999).max(9999);

const basicsSchema = z.object({
	name: z.string().max(500),
	address: z.string().max(200),
	words: z.string().max(20_000),
	limitNote: z.string().max(2000),
	timeZone: z.string().max(100),
	hours: z.array(z.object({ date: z.string().max(10), start: whole, end: whole })).max(200),
	weekly: z.array(weeklySchema).max(20),
	slotMinutes: whole,
	gapMinutes: whole,
	longGap: z.object({ every: whole, minutes: whole }).nullable(),
	usualPlace: z.enum(['room', 'video', 'telephone']),
	opensAt: z.number().int().nullable(),
	closesAt: z.number().int().nullable(),
	teachersMay: z.enum(['see', 'propose', 'change']),
	tentativeCounts: z.boolean(),
	awayCounts: z.boolean(),
});

/** A change of the basics as the page sends it. Whether it makes sense is core's to say. */
export const basicsChangeSchema = z.object({ base: basicsSchema, mine: basicsSchema });
