import { localOf, typedDate } from './local-of';
import { instantOf } from './local-time';
import { formatTimeOfDay, parseTypedTime } from './typed-time';

/** An instant (milliseconds) as a field for a local date and time has it: `2026-11-27T18:00`; empty for none. */
export function shownMoment(instant: number | null, zone: string): string {
	if (instant === null) return '';
	const { date, minute } = localOf(instant, zone);
	return `${date}T${formatTimeOfDay(minute)}`;
}

/** The instant (milliseconds) that such a field says; `null` for what is no moment in the zone. */
export function typedMoment(typed: string, zone: string): number | null {
	const [date = '', time = ''] = typed.split('T');
	const instant = instantOf(typedDate(date), parseTypedTime(time) ?? -1, zone);
	return instant.ok ? instant.epoch : null;
}
