import { inArray } from 'drizzle-orm';
import type { Desk } from '../../core/snapshot/snapshot';
import type { NamedSubstitute } from '../../core/desks/named-substitutes';
import type { Reader } from '../foundation/database/connect';
import { person } from '../foundation/database/schema';
import { fullName } from '../register/names';

/** Who stands in for whom at these desks, by desk; desks at which nobody does have none. */
export async function substitutesOf(
	db: Reader,
	desks: readonly Pick<Desk, 'id' | 'people' | 'substitutes'>[],
): Promise<ReadonlyMap<string, readonly NamedSubstitute[]>> {
	const entries = desks.flatMap((desk) =>
		// Whom a substitute stood in for may have left the desk since.
		desk.substitutes
			.filter(({ absent }) => desk.people.some(({ person }) => person === absent))
			.map((entry) => ({ ...entry, desk: desk.id, isAlone: desk.people.length === 1 })),
	);
	if (entries.length === 0) return new Map();
	const rows = await db
		.select()
		.from(person)
		.where(inArray(person.id, [...new Set(entries.flatMap((one) => [one.person, one.absent]))]));
	const names = new Map(rows.map((row) => [row.id, fullName(row)]));
	const named = new Map<string, NamedSubstitute[]>();
	for (const { desk, date, isAlone, ...who } of entries) {
		const entry = {
			date,
			isAlone,
			name: names.get(who.person) ?? '',
			absent: names.get(who.absent) ?? '',
		};
		named.set(desk, [...(named.get(desk) ?? []), entry]);
	}
	return named;
}
