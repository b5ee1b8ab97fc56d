import { asc, eq, inArray } from 'drizzle-orm';
import type { Transaction } from '../database/connect';
import { adult, deskPerson, person, slot, student } from '../database/schema';

/** What a booking is about, by id. */
export interface VisitParts {
	readonly students: readonly string[];
	readonly adults: readonly string[];
	readonly slots: readonly string[];
}

export type LockedSlot = typeof slot.$inferSelect;
export type LockedAdult = typeof adult.$inferSelect;

/**
 * Locks everything that a booking takes, in the one order that all transactions keep: students,
 * adults, persons, slots, each by id. Whoever wants one of the same things waits here, so that what
 * is read afterwards stays true until the transaction ends.
 */
export async function lockVisit(
	tx: Transaction,
	{ students, adults, slots }: VisitParts,
): Promise<{ slots: LockedSlot[]; adults: LockedAdult[] }> {
	await tx
		.select({ id: student.id })
		.from(student)
		.where(inArray(student.id, [...students]))
		.orderBy(asc(student.id))
		.for('update');
	const lockedAdults = await tx
		.select()
		.from(adult)
		.where(inArray(adult.id, [...adults]))
		.orderBy(asc(adult.id))
		.for('update');
	const receiving = await tx
		.selectDistinct({ id: deskPerson.personId })
		.from(deskPerson)
		.innerJoin(slot, eq(slot.deskId, deskPerson.deskId))
		.where(inArray(slot.id, [...slots]));
	const persons = [
		...receiving.map(({ id }) => id),
		...lockedAdults.flatMap(({ personId }) => personId ?? []),
	];
	await tx
		.select({ id: person.id })
		.from(person)
		.where(inArray(person.id, persons))
		.orderBy(asc(person.id))
		.for('update');
	const lockedSlots = await tx
		.select()
		.from(slot)
		.where(inArray(slot.id, [...slots]))
		.orderBy(asc(slot.id))
		.for('update');
	return { slots: lockedSlots, adults: lockedAdults };
}

/** An adult as a thing that can be claimed: of a teacher who is a parent, the person. */
export const adultThing = ({ id, personId }: Pick<LockedAdult, 'id' | 'personId'>): string =>
	personId ?? id;
