import { sql } from 'drizzle-orm';
import type { Transaction } from '../foundation/database/connect';
import { uuids } from '../foundation/database/params';
import type { FamilyAdultRow } from './family-facts';

/**
 * Locks come in one order that all transactions keep: students, adults, persons, slots, each by id.
 * Whoever wants one of the same things waits here, so that what is read afterwards stays true until
 * the transaction ends. This is the first half: the students and adults of one family, or of all that an
 * act is about. Everything that changes a family's visits takes it, so its appointments stand still from
 * here on.
 *
 * The adults of families kept apart from it are locked as well, so that two such families never book
 * at once.
 */
export async function lockFamilies(tx: Transaction, families: readonly string[]): Promise<void> {
	const ids = uuids(new Set(families));
	await Promise.all([
		tx.execute(sql`
			select from student
			where id in (select student_id from family_student where family_id = any(${ids}))
			order by id for update`),
		tx.execute(sql`
			select from adult
			where id in (
				select adult_id from family_adult where family_id = any(${ids})
				union all
				select adult_id from apart_from
				join family_adult on family_adult.family_id = other_family_id
				where apart_from.family_id = any(${ids}))
			order by id for update`),
	]);
}

/** The same for one family. */
export const lockFamily = (tx: Transaction, familyId: string): Promise<void> =>
	lockFamilies(tx, [familyId]);

/**
 * The second half: persons (all who receive, or stand in for somebody, in the slots, and `others`), then
 * the slots.
 */
export async function lockSlots(
	tx: Transaction,
	slots: readonly string[],
	others: readonly string[],
): Promise<void> {
	if (slots.length + others.length === 0) return;
	const ids = uuids(new Set(slots));
	await Promise.all([
		tx.execute(sql`
			select from person
			where id = any(${uuids(others)}) or id in (
				select person_id from slot join desk_person using (desk_id)
				where slot.id = any(${ids})
				union all
				select person_id from slot join desk_substitute using (desk_id, local_date)
				where slot.id = any(${ids}))
			order by id for update`),
		tx.execute(sql`select from slot where id = any(${ids}) order by id for update`),
	]);
}

/** An adult as a thing that can be claimed: of a teacher who is a parent, the person. */
export const adultThing = ({ id, personId }: Pick<FamilyAdultRow, 'id' | 'personId'>): string =>
	personId ?? id;
