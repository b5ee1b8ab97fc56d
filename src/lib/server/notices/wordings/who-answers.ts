import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { DeskId } from '../../../core/ids';
import type { Reader } from '../../foundation/database/connect';
import { deskPerson, person } from '../../foundation/database/schema';

/** The address of the one teacher whom a message about some desks is about; `null`: of several, or of none. */
export async function teacherToAnswer(
	db: Reader,
	desks: readonly string[],
): Promise<string | null> {
	if (desks.length === 0) return null;
	const receivers = await db
		.selectDistinct({
			id: person.id,
			email: person.email,
			confirmedAt: person.emailConfirmedAt,
		})
		.from(deskPerson)
		.innerJoin(person, eq(person.id, deskPerson.personId))
		.where(
			and(
				inArray(deskPerson.deskId, desks as readonly DeskId[] as DeskId[]),
				isNull(person.leftAt),
			),
		);
	const [only] = receivers;
	// What families write reaches nobody else: an address that nobody has confirmed could be anybody's.
	return receivers.length === 1 && only!.confirmedAt !== null ? only!.email : null;
}
