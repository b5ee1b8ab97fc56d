import { eq, inArray } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { Reader } from '../database/connect';
import { adultRight } from '../database/schema';

/** Students about whom whoever acts may not book, or may not see anything. */
export interface WithdrawnRights {
	readonly notBook: ReadonlySet<string>;
	readonly notSee: ReadonlySet<string>;
}

const NONE: WithdrawnRights = { notBook: new Set(), notSee: new Set() };

/** What was withdrawn from an adult; from the school's side nothing ever is. */
export async function withdrawnFrom(db: Reader, actor: Actor): Promise<WithdrawnRights> {
	if (actor.kind !== 'adult') return NONE;
	const rows = await db.select().from(adultRight).where(eq(adultRight.adultId, actor.adult));
	const notSee = rows.filter(({ maySee }) => !maySee).map(({ studentId }) => studentId);
	const notBook = rows.filter(({ mayBook }) => !mayBook).map(({ studentId }) => studentId);
	return { notBook: new Set([...notBook, ...notSee]), notSee: new Set(notSee) };
}

/** Adults who may not see one of these students, and so do not come along. */
export async function adultsWhoMayNotSee(
	db: Reader,
	students: readonly string[],
): Promise<Set<string>> {
	if (students.length === 0) return new Set();
	const rows = await db
		.select()
		.from(adultRight)
		.where(inArray(adultRight.studentId, [...students]));
	return new Set(rows.filter(({ maySee }) => !maySee).map(({ adultId }) => adultId));
}
