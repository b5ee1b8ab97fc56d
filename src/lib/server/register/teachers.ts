import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Clock } from '../foundation/clock';
import type { Reader, Transaction } from '../foundation/database/connect';
import { person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { invite } from '../invitations/visitors';
import { byName } from './name-order';
import { fullName, splitName } from './names';

export interface Teacher {
	readonly id: string;
	readonly name: string;
}

/** Every teacher who has not left. */
export async function listTeachers(db: Reader): Promise<Teacher[]> {
	const rows = await db
		.select()
		.from(person)
		.where(and(isNull(person.leftAt), eq(person.isTeacher, true)))
		.orderBy(byName(person.familyName), byName(person.givenName));
	return rows.map((row) => ({ id: row.id, name: fullName(row) }));
}

/** The teacher of that name; a new one, with an invitation, when the name is not known yet. */
export async function teacherNamed(tx: Transaction, clock: Clock, name: string): Promise<string> {
	const spoken = name.trim().replaceAll(/\s+/g, ' ');
	const [known] = await tx
		.select({ id: person.id })
		.from(person)
		.where(
			sql`${isNull(person.leftAt)} and lower(concat_ws(' ', ${person.givenName}, ${person.familyName})) = lower(${spoken})`,
		);
	if (known) return known.id;
	const id = newId(clock);
	await tx.insert(person).values({ id, ...splitName(spoken), isTeacher: true });
	await invite(tx, clock, { personId: id });
	return id;
}

/** The name of one person; empty when erased or unknown. */
export async function personName(db: Reader, id: string): Promise<string> {
	const [row] = await db.select().from(person).where(eq(person.id, id));
	return row ? fullName(row) : '';
}
