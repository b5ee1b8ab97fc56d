import type { BasicsFault, ConferenceBasics } from '$lib/core/conferences/basics';
import type { Collision } from '$lib/core/merge/merge-fields';
import type { Hours } from '$lib/core/slots/hours';
import { m } from '$lib/paraglide/messages';
import { localDateText, momentText } from '../parts/format/when';
import { stretchText } from '../desks/desk-text';
import { hoursFaultText } from '../parts/forms/hours-rows';

/** The sentence for what is wrong with the basics. */
export function basicsFaultText({ field, code }: BasicsFault): string {
	switch (code) {
		case 'missing':
			return m.basics_name_missing();
		case 'too-long':
			return field === 'name'
				? m.basics_name_long()
				: field === 'words'
					? m.basics_words_long()
					: m.basics_limit_long();
		case 'division-wrong':
			return field === 'slotMinutes' ? m.basics_slot_range() : m.basics_gap_range();
		case 'weekly-wrong':
			return m.weekly_wrong();
		case 'closes-before-it-opens':
			return m.basics_closes_before();
		case 'unfit-address':
			return m.basics_address_unfit();
		case 'address-taken':
			return m.basics_address_taken();
		default:
			return hoursFaultText(code);
	}
}

const names: Partial<Record<string, () => string>> = {
	name: m.basics_name,
	address: m.basics_address,
	words: m.basics_words,
	limitNote: m.basics_limit,
	timeZone: m.basics_zone,
	hours: m.basics_hours,
	weekly: m.basics_hours,
	slotMinutes: m.basics_slot,
	gapMinutes: m.basics_gap,
	longGap: m.division_long_gap,
	usualPlace: m.basics_usual_place,
	opensAt: m.basics_opens,
	closesAt: m.basics_closes,
	teachersMay: m.teachers_may,
};

/** What two organisers set differently, in words. */
export function basicsCollisionText(
	{ path, mine, theirs }: Collision,
	zone: string,
): { what: string; mine: string; theirs: string } {
	const say = (value: unknown): string => {
		if (value === null || value === undefined) return m.collision_removed();
		if (path === 'opensAt' || path === 'closesAt') return momentText(Number(value), zone);
		if (path === 'hours')
			return (value as Hours[])
				.map((hours) => `${localDateText(hours.date, 'short')} ${stretchText(hours)}`)
				.join(', ');
		if (path === 'weekly')
			return (value as ConferenceBasics['weekly']).map((entry) => stretchText(entry)).join(', ');
		return typeof value === 'object' ? JSON.stringify(value) : String(value);
	};
	return { what: names[path]?.() ?? path, mine: say(mine), theirs: say(theirs) };
}
