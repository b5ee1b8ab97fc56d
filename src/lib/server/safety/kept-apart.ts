import type { LocalDate } from '../../core/time/local-of';
import { sql, type SQL } from 'drizzle-orm';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { groupBy } from '../../core/group-by';
import { slotsKeptApart } from '../../core/planner/keep-apart';

/**
 * When a family and those from which it is kept apart are at the school: `margin` in minutes is `null`
 * for what is its own. Instants in milliseconds; until `until` it counts, `null` is for ever.
 */
export interface Presence {
	readonly family: string;
	readonly other: string;
	readonly margin: number | null;
	readonly date: LocalDate;
	readonly start: number;
	readonly end: number;
	readonly until: number | null;
}

/**
 * Rows of `Presence` for the families that a condition on `apart_from` picks, as a query. Each family is
 * looked up by itself, so that nobody pays for it in whose way nobody is.
 */
export const presences = (conferenceId: SQL | string, condition: SQL) => sql<Presence>`
	select apart.family_id as family, at.family_id as other,
		case when at.family_id <> apart.family_id then margin_minutes end as margin,
		local_date::text as date, (extract(epoch from starts_at) * 1000)::float8 as start,
		(extract(epoch from ends_at) * 1000)::float8 as end,
		case when isfinite(at.until) then (extract(epoch from at.until) * 1000)::float8 end as until
	from (select * from apart_from where ${condition} offset 0) as apart
	cross join lateral (
		select * from at_school
		where conference_id = ${conferenceId} and family_id = apart.family_id
		union all
		select * from at_school
		where conference_id = ${conferenceId} and family_id = apart.other_family_id
		offset 0
	) as at`;

/**
 * The slots that are taken for one family alone, so that it is kept apart from others. What it reads,
 * what it is told live, and what it is refused all come from here. `desks`: those that concern it.
 * A slot that could be in a room counts as one, however the family wants to meet.
 */
export function closedSlots(
	snapshot: ConferenceSnapshot,
	desks: ReadonlySet<string>,
	presences: readonly Presence[],
	now: number,
): ReadonlySet<string> {
	if (presences.length === 0) return NONE;
	const current = presences.filter(({ until }) => until === null || until > now);
	const visits = groupBy(
		current.filter(({ margin }) => margin !== null),
		({ other, date }) => `${other} ${date}`,
	);
	const { places } = indexOf(snapshot);
	const slots = snapshot.slots.filter(
		(slot) => desks.has(slot.desk) && slot.places.some((id) => places.get(id)?.kind === 'room'),
	);
	return slotsKeptApart(
		slots,
		current.filter(({ margin }) => margin === null),
		[...visits.values()].map((visit) => ({
			date: visit[0]!.date,
			start: Math.min(...visit.map(({ start }) => start)),
			end: Math.max(...visit.map(({ end }) => end)),
			marginMinutes: visit[0]!.margin!,
		})),
	);
}

const NONE: ReadonlySet<string> = new Set();
