import { and, eq, isNull } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { invitation } from '../foundation/database/schema';
import { invitationLink } from './links';
import { ForbiddenError } from '../foundation/forbidden';

/** An adult's private link, for those who may hand it on; `null` for somebody who is not invited. */
export async function adultsLink(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	adultId: string,
): Promise<string | null> {
	if (!may(actor, 'links.see')) throw new ForbiddenError();
	const [known] = await db
		.select()
		.from(invitation)
		.where(and(eq(invitation.adultId, adultId), isNull(invitation.revokedAt)));
	return known ? invitationLink(config.origin, config.key, known) : null;
}

/** An adult's own private link; `null` for who came in by a code. */
export async function ownLink(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Extract<Actor, { kind: 'adult' }>,
): Promise<string | null> {
	if (!may(actor, 'link.renew', { adult: actor.adult })) return null;
	const [known] = await db
		.select()
		.from(invitation)
		.where(and(eq(invitation.adultId, actor.adult), isNull(invitation.revokedAt)));
	return known ? invitationLink(config.origin, config.key, known) : null;
}
