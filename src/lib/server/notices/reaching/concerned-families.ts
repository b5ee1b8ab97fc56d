import { and, eq, isNull } from 'drizzle-orm';
import type { Reader } from '../../foundation/database/connect';
import { wish } from '../../foundation/database/schema';

/** The ids of families who should meet somebody at a conference, as a query. */
export const concernedFamilies = (db: Reader, conferenceId: string) =>
	db
		.select({ id: wish.familyId })
		.from(wish)
		.where(and(eq(wish.conferenceId, conferenceId), isNull(wish.droppedAt)));
