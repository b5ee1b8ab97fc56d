import { localOf, type LocalDate } from '../time/local-of';
import type { ConferenceFacts } from '../snapshot/snapshot';

/** What people read about a conference; computed, never stored. */
export const phases = ['being-prepared', 'open', 'paused', 'closed', 'today', 'over'] as const;
export type Phase = (typeof phases)[number];

/** Where a conference stands (until it opens it is being prepared) at `now` (milliseconds). `dates` are its dates in order. */
export function phaseOf(
	conference: ConferenceFacts,
	dates: readonly LocalDate[],
	now: number,
): Phase {
	if (conference.publishedAt === null || conference.withdrawnAt !== null) return 'being-prepared';
	const today = localOf(now, conference.timeZone).date;
	const last = dates.at(-1);
	if (last !== undefined && today > last) return 'over';
	if (dates.includes(today)) return 'today';
	if (conference.pausedAt !== null) return 'paused';
	if (conference.opensAt !== null && now < conference.opensAt) return 'being-prepared';
	if (conference.closesAt !== null && now >= conference.closesAt) return 'closed';
	return 'open';
}
