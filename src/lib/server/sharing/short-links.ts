import { randomBytes } from 'node:crypto';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { codeFrom, readCode } from '../../core/codes';
import type { DeskId } from '../../core/ids';
import { may, type Actor } from '../../core/permissions/may';
import { shortLinkMake, shortLinkReplace, type ShortLink } from '../../operations/sharing';
import type { App } from '../app';
import type { Reader, Transaction } from '../foundation/database/connect';
import { desk, shortLink } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';

type Row = typeof shortLink.$inferSelect;

/** Of nobody, and never given out again: what was printed stays what it was. */
const newCode = (): string => codeFrom(randomBytes(8).readBigUInt64BE());

const insert = (tx: Transaction, { conferenceId, deskId }: Pick<Row, 'conferenceId' | 'deskId'>) =>
	tx
		.insert(shortLink)
		.values({ code: newCode(), conferenceId, deskId })
		.onConflictDoNothing()
		.returning({ code: shortLink.code });

export const makeShortLink = performs(shortLinkMake).by({
	async work({ tx, input: { conferenceId, desk: id } }) {
		const deskId = id as DeskId | null;
		if (deskId) {
			const [known] = await tx
				.select({ id: desk.id })
				.from(desk)
				.where(and(eq(desk.id, deskId), eq(desk.conferenceId, conferenceId)));
			if (!known) return { refused: { reason: 'unknown' } };
		}
		const made = await insert(tx, { conferenceId, deskId });
		const after = { desk: deskId };
		return {
			done: {},
			act: made.length ? { kind: 'short-link.made', conferenceId, after } : null,
		};
	},
});

export const replaceShortLink = performs(shortLinkReplace).by({
	async work({ tx, clock, input: { conferenceId, code } }) {
		const [ended] = await tx
			.update(shortLink)
			.set({ endedAt: clock.now() })
			.where(
				and(
					eq(shortLink.code, code),
					eq(shortLink.conferenceId, conferenceId),
					isNull(shortLink.endedAt),
				),
			)
			.returning();
		if (!ended) return { refused: { reason: 'unknown' } };
		await insert(tx, ended);
		const after = { desk: ended.deskId };
		return { done: {}, act: { kind: 'short-link.replaced', conferenceId, after } };
	},
});

/** What a short address that somebody typed or opened belongs to, good or replaced; `null` for none of ours. */
export async function shortLinkOf(db: Reader, typed: string): Promise<Row | null> {
	const code = readCode(typed);
	const [row] = code ? await db.select().from(shortLink).where(eq(shortLink.code, code)) : [];
	return row ?? null;
}

/** The short addresses of a conference that are good: its own first, then those of its desks. */
export async function shortLinksOf(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<ShortLink[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const rows = await db
		.select({ code: shortLink.code, desk })
		.from(shortLink)
		.leftJoin(desk, eq(desk.id, shortLink.deskId))
		.where(and(eq(shortLink.conferenceId, conferenceId), isNull(shortLink.endedAt)))
		.orderBy(asc(desk.number));
	const links = rows.map(({ code, desk }) => ({
		code,
		desk: desk && { id: desk.id, name: desk.name, isListed: desk.isListed },
	}));
	return [...links.filter(({ desk }) => !desk), ...links.filter(({ desk }) => desk)];
}
