import { and, asc, eq, isNull, ne } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { adult, family, familyAdult } from '../database/schema';
import { byName, fullName } from '../people/names';

/** All other families, with their adults' names to tell namesakes apart, for choosing. */
export async function otherFamilies(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	familyId: string,
): Promise<{ id: string; name: string }[]> {
	if (!may(actor, 'register.change')) return [];
	const rows = await db
		.select({ id: family.id, label: family.label, adult })
		.from(family)
		.leftJoin(familyAdult, eq(familyAdult.familyId, family.id))
		.leftJoin(adult, eq(adult.id, familyAdult.adultId))
		.where(and(isNull(family.leftAt), ne(family.id, familyId)))
		.orderBy(byName(family.label), asc(family.id));
	return [...groupBy(rows, ({ id }) => id)].map(([id, entries]) => {
		const adults = entries.flatMap(({ adult }) => (adult ? fullName(adult) : [])).filter(Boolean);
		return { id, name: [entries[0]!.label, adults.join(', ')].filter(Boolean).join(': ') };
	});
}
