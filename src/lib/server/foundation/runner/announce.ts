import { sql } from 'drizzle-orm';
import type { Stretch } from '../../../core/time/stretch';
import type { Transaction } from '../database/connect';

/** The channel of PostgreSQL's NOTIFY. */
export const CHANNEL = 'conference_changed';
/** Where the database's triggers tell what lets nobody in any more, or to less. */
export const ACCESS_CHANNEL = 'access_changed';

/** What may have become of a conference's seats: of those that overlap with some spans in milliseconds, or of any. */
export type Touched = readonly Stretch[] | 'any';

/** Where the database's triggers note, within a transaction, which seats it touches. */
const NOTED = 'ten_chairs.touched';
const ANY = '*';
const SECOND = 1000;

/**
 * Tells all server processes, when the transaction commits, that a conference changed, and where: as the database
 * has noted, or `isAny` where anything may be different. Nothing personal is in it.
 */
export async function announceChange(
	tx: Transaction,
	conferenceId: string,
	isAny: boolean,
): Promise<void> {
	const where = isAny ? sql`${ANY}::text` : sql`coalesce(current_setting(${NOTED}, true), '')`;
	await tx.execute(
		sql`select pg_notify(${CHANNEL}, concat_ws(':', ${conferenceId}::text, nextval('change_number'), ${where}))`,
	);
}

/** What was announced: which conference changed, and where. */
export function readAnnouncement(payload: string): { conference: string; touched: Touched } {
	const [conference = '', , spans = ANY] = payload.split(':');
	if (spans === ANY) return { conference, touched: 'any' };
	const touched = spans.split(',').flatMap((span) => {
		const [start, end] = span.split('-').map((second) => Number(second) * SECOND);
		return start !== undefined && end !== undefined ? [{ start, end }] : [];
	});
	return { conference, touched };
}
