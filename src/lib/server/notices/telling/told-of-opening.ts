import { and, countDistinct, eq, inArray } from 'drizzle-orm';
import { comingStates } from '../../../core/notices/kinds';
import { may, type Actor } from '../../../core/permissions/may';
import type { App } from '../../app';
import { ForbiddenError } from '../../foundation/forbidden';
import { notice } from '../../foundation/database/schema';

/**
 * How many adults will be told when booking begins: those who were invited to the conference, as far as nothing
 * is booked in their families by then.
 */
export async function toldOfOpening(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<number> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const [row] = await db
		.select({ adults: countDistinct(notice.adultId) })
		.from(notice)
		.where(
			and(
				eq(notice.conferenceId, conferenceId),
				eq(notice.kind, 'invited'),
				inArray(notice.state, comingStates),
			),
		);
	return row?.adults ?? 0;
}
