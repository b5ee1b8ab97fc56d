import type { LocalDate } from './local-of';
import { instantOf } from './local-time';
import { parseTypedDate } from './typed-date';
import { parseTypedTime } from './typed-time';

/**
 * The instant (milliseconds) that somebody typed as a date and a time after it (`3 Dec 18:00`, `Fri 4 p.m.`,
 * `2026-12-03T18:00`); `null` for what is no moment in the zone. What is a date by itself has no time:
 * "3 Dec 2026" is not 20:26.
 */
export function parseTypedMoment(text: string, today: LocalDate, zone: string): number | null {
	const words = text
		.replace(/(\d)T(\d)/, '$1 $2')
		.split(/[\s,،]+/)
		.filter(Boolean);
	if (parseTypedDate(words.join(' '), today)) return null;
	for (let end = 1; end < words.length; end++) {
		const date = parseTypedDate(words.slice(0, end).join(' '), today);
		const minute = parseTypedTime(words.slice(end).join(' '));
		if (!date || minute === null) continue;
		const instant = instantOf(date, minute, zone);
		return instant.ok ? instant.epoch : null;
	}
	return null;
}
