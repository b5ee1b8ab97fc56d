import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { DeskId } from '../../../core/ids';
import type { Reader } from '../../foundation/database/connect';
import { deskPerson, deskSubstitute, person } from '../../foundation/database/schema';

/**
 * The address of the one teacher whom a message about some desks is about; `null`: of several, or of none. Where
 * somebody stands in for a teacher there are two.
 */
export async function teacherToAnswer(
	db: Reader,
	desks: readonly string[],
): Promise<string | null> {
	if (desks.length === 0) return null;
	const ids = [...desks] as DeskId[];
	const receivers = await db
		.selectDistinct({ id: person.id, email: person.email, confirmedAt: person.emailConfirmedAt })
		.from(deskPerson)
		.innerJoin(person, eq(person.id, deskPerson.personId))
		.where(and(inArray(deskPerson.deskId, ids), isNull(person.leftAt)));
	const [only] = receivers;
	// An address that nobody has confirmed could be anybody's, and families write what is theirs alone.
	if (receivers.length !== 1 || only!.confirmedAt === null) return null;
	const substitutes = await db.$count(deskSubstitute, inArray(deskSubstitute.deskId, ids));
	return substitutes === 0 ? only!.email : null;
}
