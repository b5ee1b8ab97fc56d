import { sql } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { settleVisit } from '../../core/visits/settle-visit';
import type { SeatCandidate } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { rowsOf } from '../foundation/database/rows-of';
import { familiesWithEveryWord } from '../register/search';
import { readFamily } from '../visits/family-facts';
import { shareOf } from '../visits/family-share';
import { neededFor } from '../visits/change-visit';
import { isOffice, visitFacts } from '../visits/visit-facts';

/** So many families are tried for a slot. */
const MOST = 8;

/**
 * Families that would like to be received at a slot's desk and are not yet, and whether the slot would fit each
 * visit, tried by the rules by which it would be booked. Of typed words those who bear them; else who waits for
 * the desk in the list's order, then who was asked for, then all others.
 */
export async function candidatesFor(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	{
		conferenceId,
		slot,
		text = '',
	}: { readonly conferenceId: string; readonly slot: string; readonly text?: string },
): Promise<SeatCandidate[]> {
	const snapshot = await loadSnapshot(db, conferenceId);
	const known = indexOf(snapshot).slots.get(slot);
	if (!known) return [];
	const rows = await rowsOf(
		db,
		sql<Omit<SeatCandidate, 'why'>>`
		select family.id as family, coalesce(family.label, '') as label, wish.id as wish,
			concat_ws(' ', student.given_name, student.family_name) as student,
			array(select concat_ws(' ', given_name, family_name)
				from family_adult join adult on adult.id = adult_id
				where family_adult.family_id = family.id and adult.left_at is null
				order by adult.id) as adults,
			(extract(epoch from waiting.since) * 1000)::float8 as "waitsSince"
		from wish
		join wish_desk on wish_id = wish.id and desk_id = ${known.desk}
		join family on family.id = wish.family_id
		join student on student.id = wish.student_id
		left join waiting on waiting.wish_id = wish.id
		where wish.conference_id = ${conferenceId} and wish.dropped_at is null
			and family.left_at is null
			and not exists (select from appointment_wish where wish_id = wish.id and stands)
			and ${familiesWithEveryWord(text) ?? sql`true`}
		order by waiting.since nulls last, wish.must desc, wish.optional, wish.weight desc,
			family.label, wish.id
		limit ${MOST}`,
	);
	const now = clock.now();
	const candidates: SeatCandidate[] = [];
	for (const row of rows) {
		const family = await readFamily(db, conferenceId, row.family);
		const wanted = [{ slot, wishes: [row.wish] }];
		const facts = await visitFacts(db, {
			snapshot,
			family,
			now,
			slots: neededFor(snapshot, family, wanted).slots,
			office: isOffice(actor),
			usedHolds: new Set(family.holds.map(({ id }) => id)),
			has: shareOf(actor, family).has,
			givenUp: new Set<string>(),
		});
		const settled = settleVisit(facts, wanted);
		candidates.push({ ...row, why: settled.ok ? null : (settled.conflicts[0]?.code ?? 'taken') });
	}
	return candidates;
}
