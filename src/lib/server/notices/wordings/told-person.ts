import { and, eq, isNull } from 'drizzle-orm';
import type { App } from '../../app';
import { invitation, person } from '../../foundation/database/schema';
import { invitationLink } from '../../invitations/links';
import { fullName } from '../../register/names';

/** Somebody who receives or interprets, as far as a message needs to know. */
export interface ToldPerson {
	readonly id: string;
	readonly name: string;
	/** The address of their day, or of the start page for whoever has no link. */
	readonly page: string;
}

/** Who is told; `null`: they have left. */
export async function readPerson(
	{ db, config }: App,
	id: string | null,
): Promise<ToldPerson | null> {
	if (id === null) return null;
	const [row] = await db
		.select({ person, invitation })
		.from(person)
		.leftJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.where(and(eq(person.id, id), isNull(person.leftAt)));
	if (!row) return null;
	const { origin, key } = config;
	const page = row.invitation ? invitationLink(origin, key, row.invitation) : `${origin}/`;
	return { id, name: fullName(row.person), page };
}
