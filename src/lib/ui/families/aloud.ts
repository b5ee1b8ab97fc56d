import { REMOTE } from '$lib/core/snapshot/ways';
import { m } from '$lib/paraglide/messages';
import { localDateText, timeText } from '../parts/format/when';
import type { RibbonEntry } from '../visits/ribbon-entry';

/** A visit in sentences to be read out on the telephone, one for each appointment. */
export const visitAloud = (entries: readonly RibbonEntry[], zone: string): string[] =>
	entries.map((entry, index) => {
		const facts = { time: timeText(entry.start, zone), teacher: entry.desk, place: entry.place };
		const isRemote = entry.placeKey === REMOTE;
		const isNewDate = entry.date !== entries[index - 1]?.date;
		if (!isNewDate) return isRemote ? m.aloud_then_remote(facts) : m.aloud_then(facts);
		const date = localDateText(entry.date);
		return isRemote ? m.aloud_first_remote({ ...facts, date }) : m.aloud_first({ ...facts, date });
	});
