import { and, asc, eq, inArray, or } from 'drizzle-orm';
import type { Transaction } from '../database/connect';
import {
	adult,
	deskPerson,
	deskSubstitute,
	familyAdult,
	familyStudent,
	person,
	slot,
	student,
} from '../database/schema';
import { adultsApart, familiesApart } from '../safety/kept-apart';

export type LockedAdult = typeof adult.$inferSelect;

/**
 * Locks come in one order that all transactions keep: students, adults, persons, slots, each by id.
 * Whoever wants one of the same things waits here, so that what is read afterwards stays true until
 * the transaction ends. This is the first half: a family's students and adults. Everything that
 * changes a family's visits takes it, so its appointments stand still from here on.
 *
 * The adults of families kept apart from it are locked as well, so that two such families never book
 * at once.
 */
export async function lockFamily(tx: Transaction, familyId: string): Promise<void> {
	const apart = await familiesApart(tx, familyId);
	const others = await adultsApart(tx, [...apart.keys()]);
	await tx
		.select({ id: student.id })
		.from(student)
		.where(
			inArray(
				student.id,
				tx
					.select({ id: familyStudent.studentId })
					.from(familyStudent)
					.where(eq(familyStudent.familyId, familyId)),
			),
		)
		.orderBy(asc(student.id))
		.for('update');
	const ofFamily = tx
		.select({ id: familyAdult.adultId })
		.from(familyAdult)
		.where(eq(familyAdult.familyId, familyId));
	await tx
		.select({ id: adult.id })
		.from(adult)
		.where(
			others.length
				? or(inArray(adult.id, ofFamily), inArray(adult.id, others))
				: inArray(adult.id, ofFamily),
		)
		.orderBy(asc(adult.id))
		.for('update');
}

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
	const ids = [...new Set(slots)];
	const receiving = tx
		.select({ id: deskPerson.personId })
		.from(deskPerson)
		.innerJoin(slot, eq(slot.deskId, deskPerson.deskId))
		.where(inArray(slot.id, ids));
	const standingIn = tx
		.select({ id: deskSubstitute.personId })
		.from(deskSubstitute)
		.innerJoin(
			slot,
			and(eq(slot.deskId, deskSubstitute.deskId), eq(slot.localDate, deskSubstitute.localDate)),
		)
		.where(inArray(slot.id, ids));
	await tx
		.select({ id: person.id })
		.from(person)
		.where(
			or(
				inArray(person.id, receiving),
				inArray(person.id, standingIn),
				others.length ? inArray(person.id, [...new Set(others)]) : undefined,
			),
		)
		.orderBy(asc(person.id))
		.for('update');
	await tx
		.select({ id: slot.id })
		.from(slot)
		.where(inArray(slot.id, ids))
		.orderBy(asc(slot.id))
		.for('update');
}

/** An adult as a thing that can be claimed: of a teacher who is a parent, the person. */
export const adultThing = ({ id, personId }: Pick<LockedAdult, 'id' | 'personId'>): string =>
	personId ?? id;
