import { and, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { newcomer } from '../foundation/database/schema';

/** Who waits for the office, or may be somebody it knows. */
export const isWaiting = (conferenceId: string) =>
	and(
		eq(newcomer.conferenceId, conferenceId),
		isNotNull(newcomer.provedAt),
		isNull(newcomer.answeredAt),
	);

/** How many of them there are. */
export const countNewcomers = (db: Reader, conferenceId: string): Promise<number> =>
	db.$count(newcomer, isWaiting(conferenceId));

/** How many families of a conference came by its open link. */
export const countCameByLink = (db: Reader, conferenceId: string): Promise<number> =>
	db.$count(
		newcomer,
		and(eq(newcomer.conferenceId, conferenceId), inArray(newcomer.state, ['let-in', 'joined'])),
	);
