import { inArray } from 'drizzle-orm';
import type { PersonId } from '../../core/ids';
import type { Reader } from '../foundation/database/connect';
import { personPicture } from '../foundation/database/schema';

/** Where the pictures of some people are, behind `/picture/`, by person. */
export async function picturesOf(
	db: Reader,
	people: readonly PersonId[],
): Promise<ReadonlyMap<string, string>> {
	const rows = await db
		.select({ person: personPicture.personId, digest: personPicture.digest })
		.from(personPicture)
		.where(inArray(personPicture.personId, [...people]));
	return new Map(rows.map(({ person, digest }) => [person, `${person}/${digest}`]));
}
