import { randomBytes } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { tokenMake, tokenRevoke } from '../../operations/school';
import type { App } from '../app';
import { account, apiToken } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { secret } from '../foundation/secret-in-answer';
import { keyedDigest } from '../foundation/keyed-digest';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';

export interface ApiToken {
	readonly id: string;
	readonly name: string;
	readonly scopes: readonly string[];
	readonly madeAt: number;
}

/** How an organiser's token begins, so that one that got lost can be told from other secrets. */
export const TOKEN_START = 'tcs_';

const digestOf = (key: string, token: string): string => keyedDigest(key, 'api-token', token);

/** Makes a token. It is shown this once: only a digest of it is kept. */
export const makeToken = performs(tokenMake).by({
	async work({ tx, clock, config, actor, input: { name, scopes } }) {
		const token = TOKEN_START + randomBytes(32).toString('base64url');
		const id = newId(clock);
		await tx.insert(apiToken).values({
			id,
			name,
			accountId: accountOf(actor),
			scopes: [...scopes],
			madeAt: clock.now(),
			digest: digestOf(config.key, token),
		});
		return {
			done: { id, token: secret(token) },
			act: { kind: 'token.made', after: { id, scopes } },
		};
	},
});

/** Whose a token is: other programs and the system have none. */
function accountOf(actor: Actor): string {
	if (!('account' in actor)) throw new ForbiddenError();
	return actor.account;
}

/** An organiser's tokens that are good, the newest first. */
export async function listTokens({ db }: Pick<App, 'db'>, actor: Actor): Promise<ApiToken[]> {
	if (!may(actor, 'tokens.manage')) throw new ForbiddenError();
	const { id, name, scopes, madeAt } = apiToken;
	return db
		.select({ id, name, scopes, madeAt })
		.from(apiToken)
		.where(and(eq(apiToken.accountId, accountOf(actor)), isNull(apiToken.revokedAt)))
		.orderBy(desc(apiToken.id));
}

/** Revokes one of the organiser's tokens. */
export const revokeToken = performs(tokenRevoke).by({
	async work({ tx, clock, actor, input: { id } }) {
		const revoked = await tx
			.update(apiToken)
			.set({ revokedAt: clock.now() })
			.where(
				and(
					eq(apiToken.id, id),
					eq(apiToken.accountId, accountOf(actor)),
					isNull(apiToken.revokedAt),
				),
			)
			.returning();
		return {
			done: {},
			act: revoked.length ? { kind: 'token.revoked', before: { id } } : null,
		};
	},
});

/** In whose name a token speaks, and what it may do; `null` for one that is not good. */
export async function tokenBearer(
	{ db, config }: Pick<App, 'db' | 'config'>,
	token: string,
): Promise<{ actor: Actor; scopes: readonly string[]; id: string } | null> {
	const [row] = await db
		.select({ id: apiToken.id, scopes: apiToken.scopes, account: account.id, role: account.role })
		.from(apiToken)
		.innerJoin(account, eq(account.id, apiToken.accountId))
		.where(
			and(
				eq(apiToken.digest, digestOf(config.key, token)),
				isNull(apiToken.revokedAt),
				isNull(account.withdrawnAt),
			),
		);
	if (!row) return null;
	// What few may know is never told to a program.
	return { id: row.id, scopes: row.scopes, actor: { kind: row.role, account: row.account } };
}
