import { z } from 'zod';
import { LONGEST_SLOT, SHORTEST_SLOT } from '../../core/slots/slot-grid';
import { instantOf, isTimeZone, localOf } from '../../core/time/local-time';
import { formatTimeOfDay, parseTypedTime } from '../../core/time/typed-time';
import { m } from '$lib/paraglide/messages';
import type { BasicsFault, ConferenceBasics } from '../conferences/change-conference';
import type { ConferenceRow } from '../conferences/read-conference';

const moment = z
	.string()
	.regex(/^$|^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, { error: () => m.moment_wrong() });

/** The basics as a form holds them: local moments as the browser writes them. */
export const basicsSchema = z.object({
	name: z
		.string()
		.trim()
		.min(1, { error: () => m.basics_name_missing() })
		.max(80, { error: () => m.basics_name_long() }),
	words: z.string().max(2000, { error: () => m.basics_words_long() }),
	timeZone: z.string().refine(isTimeZone, { error: () => m.zone_unknown() }),
	hours: z.array(
		z.object({
			date: z.string(),
			start: z.number().int().nullable(),
			end: z.number().int().nullable(),
		}),
	),
	slotMinutes: z
		.number({ error: () => m.basics_slot_range() })
		.int({ error: () => m.basics_slot_range() })
		.min(SHORTEST_SLOT, { error: () => m.basics_slot_range() })
		.max(LONGEST_SLOT, { error: () => m.basics_slot_range() })
		.default(10),
	gapMinutes: z
		.number({ error: () => m.basics_gap_range() })
		.int({ error: () => m.basics_gap_range() })
		.min(0, { error: () => m.basics_gap_range() })
		.max(60, { error: () => m.basics_gap_range() }),
	opensAt: moment,
	closesAt: moment,
});

export type BasicsForm = z.infer<typeof basicsSchema>;

/** Which local moments could not be read, and the basics when all could. */
export function readBasics(
	form: BasicsForm,
): { basics: ConferenceBasics } | { field: 'opensAt' | 'closesAt' } {
	const moments: Record<'opensAt' | 'closesAt', number | null> = { opensAt: null, closesAt: null };
	for (const field of ['opensAt', 'closesAt'] as const) {
		const [date = '', time = ''] = form[field].split('T');
		if (!date) continue;
		const instant = instantOf(date, parseTypedTime(time) ?? -1, form.timeZone);
		if (!instant.ok) return { field };
		moments[field] = instant.epoch;
	}
	const { name, words, timeZone, slotMinutes, gapMinutes } = form;
	const hours = form.hours.map(({ date, start, end }) => ({
		date,
		start: start ?? 0,
		end: end ?? 0,
	}));
	return { basics: { name, words, timeZone, slotMinutes, gapMinutes, hours, ...moments } };
}

/** A conference's basics as the form shows them. */
export function basicsForm(row: ConferenceRow): BasicsForm {
	const local = (epoch: number | null) => {
		if (epoch === null) return '';
		const { date, minute } = localOf(epoch, row.timeZone);
		return `${date}T${formatTimeOfDay(minute)}`;
	};
	const { name, words, timeZone, hours, slotMinutes, gapMinutes } = row;
	return {
		...{ name, words, timeZone, hours, slotMinutes, gapMinutes },
		opensAt: local(row.opensAt),
		closesAt: local(row.closesAt),
	};
}

/** Where faults found by the server belong on the form; hours complain in their own rows. */
export const isHoursFault = (
	fault: BasicsFault,
): fault is Extract<BasicsFault, { field: 'hours' }> => fault.field === 'hours';
