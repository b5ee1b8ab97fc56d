import { and, eq, isNull } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { Reader, Transaction } from '../foundation/database/connect';
import { adult, family, familyAdult, invitation, person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import type { Clock } from '../foundation/clock';
import { isLinkSecret, readLinkToken, readVisitorCookie, visitorCookie } from './links';

/** Who came through a private link, and through which. */
export type Visitor = Extract<Actor, { kind: 'adult' | 'teacher' }> & {
	readonly invitation: string;
};

async function visitorOf(
	db: Reader,
	id: string,
): Promise<{ visitor: Visitor; version: number } | null> {
	// Whoever has left has no way in any more.
	const rows = await db
		.select({ invitation, family: family.id })
		.from(invitation)
		.leftJoin(person, eq(person.id, invitation.personId))
		.leftJoin(adult, eq(adult.id, invitation.adultId))
		.leftJoin(familyAdult, eq(familyAdult.adultId, adult.id))
		.leftJoin(family, and(eq(family.id, familyAdult.familyId), isNull(family.leftAt)))
		.where(
			and(
				eq(invitation.id, id),
				isNull(invitation.revokedAt),
				isNull(person.leftAt),
				isNull(adult.leftAt),
			),
		)
		.orderBy(family.id);
	const [row] = rows;
	if (!row) return null;
	const { version, personId, adultId } = row.invitation;
	const by = { invitation: id };
	if (personId) return { visitor: { kind: 'teacher', person: personId, ...by }, version };
	const families = rows.flatMap(({ family }) => family ?? []);
	return { visitor: { kind: 'adult', adult: adultId!, families, ...by }, version };
}

/**
 * Exchanges a link's token for a cookie. `null` for every link that does not let in, whatever the
 * reason, so that nothing can be learned from the answer.
 */
export async function openLink(
	db: Reader,
	key: string,
	token: string,
): Promise<{ visitor: Visitor; cookie: string } | null> {
	const read = readLinkToken(token);
	const found = read && (await visitorOf(db, read.id));
	if (!read || !found) return null;
	const ref = { id: read.id, version: found.version };
	return isLinkSecret(key, ref, read.secret)
		? { visitor: found.visitor, cookie: visitorCookie(key, ref) }
		: null;
}

/** Who holds the cookie; `null` when it is not ours, or its invitation was revoked or renewed. */
export async function visitorByCookie(
	db: Reader,
	key: string,
	cookie: string | undefined,
): Promise<Visitor | null> {
	const ref = cookie ? readVisitorCookie(key, cookie) : null;
	const found = ref && (await visitorOf(db, ref.id));
	return found && found.version === ref.version ? found.visitor : null;
}

/** Invites an adult or a person who has no invitation yet. */
export async function invite(
	tx: Transaction,
	clock: Clock,
	whom: { adultId: string } | { personId: string },
): Promise<boolean> {
	const made = await tx
		.insert(invitation)
		.values({ id: newId(clock), ...whom })
		.onConflictDoNothing()
		.returning({ id: invitation.id });
	return made.length > 0;
}
