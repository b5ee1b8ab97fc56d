import { MINUTE, type LocalDate, typedDate } from './local-of';
import { addDays, isTimeZone, laterInstantOf } from './local-time';

const WEEK = 7 * 24 * 60 * MINUTE;
/** A Monday; any one will do. */
const EPOCH = Date.parse('1970-01-05');

/**
 * Turns many local times into instants, as `laterInstantOf` does, by asking the rules of a zone once for
 * each week: a week in which the clocks stand still is plain arithmetic.
 */
export class ZoneClock {
	/** By zone and week: milliseconds that the zone's clock is ahead of UTC; `null` where it is changed. */
	readonly #ahead = new Map<string, number | null>();

	readonly #zones = new Map<string, boolean>();

	/** Whether this is the name of a zone. */
	knows(zone: string): boolean {
		let known = this.#zones.get(zone);
		if (known === undefined) this.#zones.set(zone, (known = isTimeZone(zone)));
		return known;
	}

	/** The instant (milliseconds) of a local time, one that the clock skips or shows twice among them. */
	laterInstantOf(date: LocalDate, minute: number, zone: string): number {
		const ahead = this.#aheadInWeekOf(date, zone);
		return ahead === null
			? laterInstantOf(date, minute, zone)
			: Date.parse(date) + minute * MINUTE - ahead;
	}

	#aheadInWeekOf(date: LocalDate, zone: string): number | null {
		const week = Math.floor((Date.parse(date) - EPOCH) / WEEK);
		const key = `${zone} ${week}`;
		let ahead = this.#ahead.get(key);
		if (ahead === undefined) {
			const monday = typedDate(new Date(EPOCH + week * WEEK).toISOString().slice(0, 10));
			// A day more at both ends: a change at midnight belongs to two weeks.
			const before = aheadAt(addDays(monday, -1), zone);
			ahead = before === aheadAt(addDays(monday, 8), zone) ? before : null;
			this.#ahead.set(key, ahead);
		}
		return ahead;
	}
}

const aheadAt = (date: LocalDate, zone: string): number =>
	Date.parse(date) - laterInstantOf(date, 0, zone);
