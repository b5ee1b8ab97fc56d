import type { Reader } from '../foundation/database/connect';
import { school } from '../foundation/database/schema';

export type School = typeof school.$inferSelect;

/** The school, or `null` before it was set up. */
export async function readSchool(db: Reader): Promise<School | null> {
	const [row] = await db.select().from(school);
	return row ?? null;
}
