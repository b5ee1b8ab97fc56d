import type { ConferenceFacts, Desk } from '../snapshot/snapshot';

/** Milliseconds of an hour. */
const HOUR = 3_600_000;

/** How a new appointment stands, and until when it is to be answered if it is only asked for. */
export interface FirstStanding {
	readonly standing: 'booked' | 'asked';
	readonly answerBy: number | null;
}

/** Whether what families book at a desk is asked for first; the desk's own word goes before the conference's. */
export const asksFirst = (
	{ rules }: Pick<ConferenceFacts, 'rules'>,
	desk: Pick<Desk, 'rules'>,
): boolean => (desk.rules.acceptance ?? rules.acceptance) !== 'at-once';

/**
 * Booked at once, or asked for until somebody accepts; what the office or a teacher
 * does is booked. No answer is due after the start.
 */
export function firstStanding(
	conference: Pick<ConferenceFacts, 'rules'>,
	desk: Pick<Desk, 'rules'>,
	{ bySchool, now, start }: { bySchool: boolean; now: number; start: number },
): FirstStanding {
	if (bySchool || !asksFirst(conference, desk)) return { standing: 'booked', answerBy: null };
	return {
		standing: 'asked',
		answerBy: Math.min(start, now + conference.rules.answerHours * HOUR),
	};
}
