import { sql, type SQL } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { settleVisit } from '../../core/visits/settle-visit';
import type { SeatCandidate } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { rowsOf } from '../foundation/database/rows-of';
import { familiesWithEveryWord } from '../register/search';
import { readFamily, type FamilyFacts } from '../visits/family-facts';
import { ADDED } from '../visits/meet-also';
import { shareOf } from '../visits/family-share';
import { neededFor } from '../visits/change-visit';
import { isOffice, visitFacts } from '../visits/visit-facts';

/** So many families are tried for a slot. */
const MOST = 8;

/**
 * Families that would like to be received at a slot's desk and are not yet, and whether the slot would fit each
 * visit, tried by the rules by which it would be booked. Of typed words those who bear them; else who waits for
 * the desk in the list's order, then who was asked for, then all others. Of typed words also those for whom the
 * meeting would have to be added first.
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
	const named = familiesWithEveryWord(text);
	const wishing = await rowsOf(
		db,
		sql<CandidateRow>`
		select ${WHOM}, wish.id as wish,
			(extract(epoch from waiting.since) * 1000)::float8 as "waitsSince"
		from wish
		join wish_desk on wish_id = wish.id and desk_id = ${known.desk}
		join family on family.id = wish.family_id
		join student on student.id = wish.student_id
		left join waiting on waiting.wish_id = wish.id
		where wish.conference_id = ${conferenceId} and wish.dropped_at is null
			and family.left_at is null
			and not exists (select from appointment_wish where wish_id = wish.id and stands)
			and ${named ?? sql`true`}
		order by waiting.since nulls last, wish.must desc, wish.optional, wish.weight desc,
			family.label, wish.id
		limit ${MOST}`,
	);
	const others = named ? await othersOf(db, conferenceId, known.desk, named) : [];
	const rows = [...wishing, ...others].slice(0, MOST);
	const now = clock.now();
	const candidates: SeatCandidate[] = [];
	for (const row of rows) {
		const own = await readFamily(db, conferenceId, row.family);
		const family = row.wish === null ? withWish(own, row.studentId, known.desk) : own;
		const wanted = [{ slot, wishes: [row.wish ?? NEW_WISH] }];
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

type CandidateRow = Omit<SeatCandidate, 'why'>;

/** A household, and about whom it would come. */
const WHOM = sql`family.id as family, coalesce(family.label, '') as label, student.id as "studentId",
	concat_ws(' ', student.given_name, student.family_name) as student,
	array(select concat_ws(' ', given_name, family_name)
		from family_adult join adult on adult.id = adult_id
		where family_adult.family_id = family.id and adult.left_at is null
		order by adult.id) as adults`;

/** Families of typed words, with each student who is not to be met at the desk. */
const othersOf = (
	db: App['db'],
	conferenceId: string,
	desk: string,
	named: SQL,
): Promise<CandidateRow[]> =>
	rowsOf(
		db,
		sql<CandidateRow>`
		select ${WHOM}, null as wish, null as "waitsSince"
		from family
		join family_student on family_student.family_id = family.id
		join student on student.id = family_student.student_id
		where family.left_at is null and student.left_at is null and ${named}
			and not exists (
				select from wish join wish_desk on wish_id = wish.id and desk_id = ${desk}
				where wish.conference_id = ${conferenceId} and wish.dropped_at is null
					and wish.family_id = family.id and wish.student_id = student.id)
		order by family.label, student.id
		limit ${MOST}`,
	);

/** The id of a wish that there is not yet. */
const NEW_WISH = '';

/** The family as it is once the meeting is added. */
const withWish = (family: FamilyFacts, student: string, desk: string): FamilyFacts => ({
	...family,
	wishes: [...family.wishes, { ...ADDED, id: NEW_WISH, student, desks: [desk] }],
});
