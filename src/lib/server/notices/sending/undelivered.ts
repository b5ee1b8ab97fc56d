import { and, eq, inArray, or, sql } from 'drizzle-orm';
import type { Database } from '../../foundation/database/connect';
import { notice } from '../../foundation/database/schema';

/** The notices of a conference, and those of none. */
export const isOfConference = (conferenceId: string) =>
	or(eq(notice.conferenceId, conferenceId), sql`${notice.conferenceId} is null`);

/** How many notices of a conference did not reach anybody and should have. */
export const countUndelivered = (db: Database, conferenceId: string): Promise<number> =>
	db.$count(
		notice,
		and(
			isOfConference(conferenceId),
			or(
				eq(notice.state, 'failed'),
				and(eq(notice.state, 'not-sent'), inArray(notice.reason, ['no-address', 'other-way'])),
			),
		),
	);
