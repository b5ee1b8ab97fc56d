import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { family } from '../foundation/database/schema';

/** Whether colleagues try a conference. */
export async function isOnTrial(db: Reader, conferenceId: string): Promise<boolean> {
	const [row] = await db
		.select({ id: family.id })
		.from(family)
		.where(eq(family.trialOf, conferenceId))
		.limit(1);
	return row !== undefined;
}

/** The id of the conference that one of the families was made up to try; `null`: they are the school's. */
export async function triedBy(db: Reader, families: readonly string[]): Promise<string | null> {
	const ids = families as (typeof family.$inferSelect)['id'][];
	const [row] = await db
		.select({ trialOf: family.trialOf })
		.from(family)
		.where(and(inArray(family.id, ids), isNotNull(family.trialOf)))
		.limit(1);
	return row?.trialOf ?? null;
}
