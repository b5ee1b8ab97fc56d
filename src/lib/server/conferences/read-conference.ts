import { desc, eq } from 'drizzle-orm';
import { validate } from 'uuid';
import { phaseOf, type Phase } from '../../core/conferences/phase';
import { datesOf } from '../../core/desks/desk-plan';
import type { LocalDate } from '../../core/time/local-of';
import type { Reader } from '../foundation/database/connect';
import { conference } from '../foundation/database/schema';

export type ConferenceRow = typeof conference.$inferSelect;

/**
 * The conference at an address, or `null`. Its id does as well: an open page goes on working when
 * somebody gives the conference another address.
 */
export async function conferenceAt(db: Reader, address: string): Promise<ConferenceRow | null> {
	const [row] = await db.select().from(conference).where(eq(conference.address, address));
	return row ?? conferenceWithId(db, address);
}

/** The conference with an id, or `null`; also for what is no id at all. */
export async function conferenceWithId(db: Reader, id: string): Promise<ConferenceRow | null> {
	if (!validate(id)) return null;
	const [row] = await db.select().from(conference).where(eq(conference.id, id));
	return row ?? null;
}

/** Whether families can see it: published, and not taken back. */
export const isVisible = ({
	publishedAt,
	withdrawnAt,
}: Pick<ConferenceRow, 'publishedAt' | 'withdrawnAt'>): boolean =>
	publishedAt !== null && withdrawnAt === null;

export const phaseOfRow = (row: ConferenceRow, now: number): Phase =>
	phaseOf(row, datesOf(row), now);

/** All conferences, the newest first. */
export async function listConferences(db: Reader): Promise<ConferenceRow[]> {
	return db.select().from(conference).orderBy(desc(conference.id));
}

/** The last date of all conferences that families can see; `null` when there is none. */
export async function lastVisibleDate(db: Reader): Promise<LocalDate | null> {
	const dates = (await listConferences(db)).filter(isVisible).flatMap((row) => datesOf(row));
	return [...dates].sort().at(-1) ?? null;
}

/** The conferences that families can see, those still to come first. */
export async function visibleConferences(db: Reader, now: number): Promise<ConferenceRow[]> {
	const rows = (await listConferences(db)).filter(isVisible);
	const isOver = (row: ConferenceRow) => Number(phaseOfRow(row, now) === 'over');
	return rows.sort((a, b) => isOver(a) - isOver(b));
}
