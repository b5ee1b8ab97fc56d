import { inArray } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { family } from '../foundation/database/schema';

/** What families are called, by id; empty after erasure. */
export async function labelsOf(
	db: Reader,
	families: readonly string[],
): Promise<ReadonlyMap<string, string>> {
	if (families.length === 0) return new Map();
	const rows = await db
		.select({ id: family.id, label: family.label })
		.from(family)
		.where(inArray(family.id, [...new Set(families)] as (typeof family.$inferSelect.id)[]));
	return new Map(rows.map(({ id, label }) => [id, label ?? '']));
}
