import { and, eq, isNull, sql } from 'drizzle-orm';
import { linkRenew, linkWithdraw } from '../../operations/messages';
import { invitation } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { invitationLink } from './links';

/** Gives an adult a new private link; a trigger ends the pages that stand on the old one. */
export const renewLink = performs(linkRenew).by({
	async work({ tx, config, input: { adult } }) {
		const [row] = await tx
			.update(invitation)
			.set({ version: sql`${invitation.version} + 1`, revokedAt: null, openedAt: null })
			.where(eq(invitation.adultId, adult))
			.returning();
		if (!row) return { refused: { reason: 'unknown' } };
		return {
			done: { link: invitationLink(config.origin, config.key, row) },
			act: { kind: 'link.renewed', after: { adult } },
		};
	},
});

/** Makes an adult's private link void, until it is given a new one. */
export const withdrawLink = performs(linkWithdraw).by({
	async work({ tx, clock, input: { adult } }) {
		const rows = await tx
			.update(invitation)
			.set({ revokedAt: clock.now() })
			.where(and(eq(invitation.adultId, adult), isNull(invitation.revokedAt)))
			.returning();
		if (rows.length === 0) return { refused: { reason: 'unknown' } };
		return { done: {}, act: { kind: 'link.withdrawn', after: { adult } } };
	},
});
