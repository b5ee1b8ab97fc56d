import type { LocalDate } from '../time/local-of';
import { MINUTE } from '../time/local-of';
import type { TurnMinutes } from '../snapshot/turn';
import type { Answer } from './answer';

/** An appointment of an adult as turns see it. */
export interface Attended {
	readonly date: LocalDate;
	/** As the planner names places. */
	readonly placeKey: string;
	readonly start: number;
	readonly end: number;
}

/**
 * Whether there is time before and after an appointment for its adult's pause, way and change to
 * video, given what else the adult attends; what overlaps it is another rule’s business. Pauses and
 * ways do not reach over dates.
 */
export function hasTurns(entry: Attended, others: readonly Attended[], turn: TurnMinutes): Answer {
	const sameDate = others.filter(({ date }) => date === entry.date);
	const before = sameDate.filter(({ end }) => end <= entry.start).sort((a, b) => b.end - a.end)[0];
	const after = sameDate
		.filter(({ start }) => start >= entry.end)
		.sort((a, b) => a.start - b.start)[0];
	for (const [from, to] of [
		[before, entry],
		[entry, after],
	]) {
		if (!from || !to) continue;
		const needed = turn(from.placeKey, to.placeKey);
		const minutes = (to.start - from.end) / MINUTE;
		if (minutes < needed) return { code: 'turn-too-short', needed, minutes };
	}
	return 'yes';
}
