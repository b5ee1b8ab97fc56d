import type { ConferenceFacts } from '../snapshot/snapshot';
import { MINUTE } from '../time/local-of';

/** Moments at which a family's page is another one. */
export const trialMoments = ['now', 'before', 'open', 'day'] as const;
export type TrialMomentName = (typeof trialMoments)[number];

const HOUR = 60 * MINUTE;

export interface TrialMoment {
	readonly name: TrialMomentName;
	/** Milliseconds. */
	readonly at: number;
}

/** So long before the first appointment of a day its page is looked at; milliseconds. */
const BEFORE_THE_DAY = 20 * MINUTE;

/**
 * The moments at which a conference's page can be tried, in order: as it is now, before booking opens, while it is
 * open, and on the day. One that there is not is left out: before an opening at once, on a day without times.
 */
export function momentsOf(
	conference: ConferenceFacts,
	slots: readonly { readonly start: number }[],
	now: number,
): TrialMoment[] {
	const { opensAt } = conference;
	const first = slots.length ? Math.min(...slots.map(({ start }) => start)) : null;
	return [
		...(isSeen(conference) ? [{ name: 'now' as const, at: now }] : []),
		...(opensAt === null ? [] : [{ name: 'before' as const, at: Math.min(now, opensAt - HOUR) }]),
		{ name: 'open', at: openMoment(conference, first, now) },
		...(first === null ? [] : [{ name: 'day' as const, at: first - BEFORE_THE_DAY }]),
	];
}

/** Whether families see the conference. */
const isSeen = ({ publishedAt, withdrawnAt }: ConferenceFacts): boolean =>
	publishedAt !== null && withdrawnAt === null;

/** Now, if families can book now; else the opening, or an hour before booking ends. */
function openMoment(
	{ opensAt, closesAt }: ConferenceFacts,
	first: number | null,
	now: number,
): number {
	const begun = Math.max(now, opensAt ?? now);
	const end = closesAt ?? first;
	return end === null || begun < end ? begun : Math.max(opensAt ?? end - HOUR, end - HOUR);
}

/** A conference as it would be at a moment: let in, and neither paused nor withdrawn, except as it is now. */
export function asTriedAt(conference: ConferenceFacts, { name }: TrialMoment): ConferenceFacts {
	if (name === 'now') return conference;
	return {
		...conference,
		publishedAt: conference.publishedAt ?? 0,
		pausedAt: null,
		withdrawnAt: null,
	};
}
