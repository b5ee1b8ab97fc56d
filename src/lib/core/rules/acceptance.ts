import type { ConferenceFacts, Desk } from '../snapshot/snapshot';

/** Milliseconds of an hour. */
const HOUR = 3_600_000;

/** How a new appointment stands, and until when it is to be answered if it is only asked for. */
export interface FirstStanding {
	readonly standing: 'booked' | 'asked';
	readonly answerBy: number | null;
}

/**
 * Booked at once, or asked for until somebody accepts. The desk's own word goes before the
 * conference's; what the office or a teacher does is booked. No answer is due after the start.
 */
export function firstStanding(
	{ rules }: Pick<ConferenceFacts, 'rules'>,
	desk: Pick<Desk, 'acceptance'>,
	{ bySchool, now, start }: { bySchool: boolean; now: number; start: number },
): FirstStanding {
	if (bySchool || (desk.acceptance ?? rules.acceptance) === 'at-once')
		return { standing: 'booked', answerBy: null };
	return { standing: 'asked', answerBy: Math.min(start, now + rules.answerHours * HOUR) };
}
