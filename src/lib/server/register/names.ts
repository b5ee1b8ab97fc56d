import { inArray } from 'drizzle-orm';
import type { Reader } from '../foundation/database/connect';
import { person } from '../foundation/database/schema';

/** Names as they are stored; null after erasure. */
export interface Named {
	readonly givenName: string | null;
	readonly familyName: string | null;
}

/** The whole name in the order in which it is said; empty when erased. */
export const fullName = ({ givenName, familyName }: Named): string =>
	[givenName, familyName].filter(Boolean).join(' ');

/** A typed name, split at the last space: all before it is the given name. */
export function splitName(text: string): { givenName: string | null; familyName: string } {
	const words = text.trim().split(/\s+/);
	const familyName = words.pop() ?? '';
	return { givenName: words.length ? words.join(' ') : null, familyName };
}

/** The names of persons, by their ids. */
export async function namesOf(
	db: Reader,
	persons: readonly string[],
): Promise<ReadonlyMap<string, string>> {
	if (persons.length === 0) return new Map();
	const rows = await db
		.select()
		.from(person)
		.where(inArray(person.id, [...persons]));
	return new Map(rows.map((row) => [row.id, fullName(row)]));
}
