import { and, asc, inArray } from 'drizzle-orm';
import type { BusyKind } from '../../core/calendars/read-calendar';
import type { Stretch } from '../../core/time/stretch';
import type { Reader } from '../foundation/database/connect';
import { busyTime } from '../foundation/database/schema';

/** What a conference decides about entries that are not plainly busy. */
export interface CountedKinds {
	readonly tentativeCounts: boolean;
	readonly awayCounts: boolean;
}

/** When persons have other things to do that count at the conference, in order of time. */
export async function busyOf(
	db: Reader,
	{ tentativeCounts, awayCounts }: CountedKinds,
	persons: readonly string[],
): Promise<(Stretch & { person: string })[]> {
	const kinds: BusyKind[] = ['busy'];
	if (tentativeCounts) kinds.push('tentative');
	if (awayCounts) kinds.push('out-of-office');
	const rows = await db
		.select()
		.from(busyTime)
		.where(
			and(
				inArray(busyTime.personId, [...new Set(persons)]),
				inArray(busyTime.kind, kinds),
				busyTime.counts,
			),
		)
		.orderBy(asc(busyTime.startsAt));
	return rows.map(({ personId, startsAt, endsAt }) => ({
		person: personId,
		start: startsAt,
		end: endsAt,
	}));
}
