import { and, eq, isNull, sql } from 'drizzle-orm';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { account, accountCredential } from '../foundation/database/schema';
import { secret as told } from '../foundation/secret-in-answer';
import { keyedDigest, sameDigest } from '../foundation/keyed-digest';

/** How long a link for choosing a password is good, in milliseconds: to a newcomer, to who forgot. */
export const INVITED_FOR = 7 * 24 * 60 * 60 * 1000;
const RESET_FOR = 60 * 60 * 1000;

/**
 * A link for choosing a password. It is computed from the account, the end of its time and the
 * password as it is stored now, so that it is spent by choosing one, and nothing stored lets anyone in.
 */
export async function passwordLink(
	{ db, config, clock }: Pick<App, 'db' | 'config' | 'clock'>,
	accountId: string,
	goodFor: number,
): Promise<string> {
	const until = Math.floor((clock.now() + goodFor) / 1000);
	const secret = secretOf(config.key, accountId, until, await passwordState(db, accountId));
	return told(`${config.origin}/password/${accountId}.${until.toString(36)}.${secret}`);
}

/** The account for which the link's token lets a password be chosen now; `null` for any other token. */
export async function accountOfPasswordLink(
	{ db, config, clock }: Pick<App, 'config' | 'clock'> & { readonly db: Reader },
	token: string,
): Promise<{ id: string; name: string; email: string } | null> {
	const [id = '', end = '', secret = ''] = token.split('.');
	const until = parseInt(end, 36);
	if (!/^[0-9a-f-]{36}$/.test(id) || !(until * 1000 > clock.now())) return null;
	const [row] = await db.select().from(account).where(eq(account.id, id));
	if (!row || row.withdrawnAt) return null;
	const right = secretOf(config.key, id, until, await passwordState(db, id));
	return sameDigest(secret, right) ? { id, name: row.name, email: row.email } : null;
}

/**
 * Chooses a password by a link, which is spent by it: of two who use one link at the same moment one wins.
 * Returns whose it is; `null` when the link lets nobody choose any more.
 */
export async function choosePassword(
	app: Pick<App, 'db' | 'config' | 'clock' | 'accounts'>,
	token: string,
	password: string,
): Promise<{ id: string; email: string } | null> {
	const account = await accountOfPasswordLink(app, token);
	if (!account) return null;
	const isStillGood = async (tx: Reader) =>
		(await accountOfPasswordLink({ ...app, db: tx }, token)) !== null;
	return (await app.accounts.setPassword(account.id, password, isStillGood)) ? account : null;
}

/** Who forgot the password of this address, with a link for another one; `null` for no account. */
export async function accountToReset(
	app: Pick<App, 'db' | 'config' | 'clock'>,
	email: string,
): Promise<{ id: string; name: string; email: string; link: string } | null> {
	const [row] = await app.db
		.select()
		.from(account)
		.where(and(eq(sql`lower(${account.email})`, email), isNull(account.withdrawnAt)));
	if (!row) return null;
	const { id, name } = row;
	return { id, name, email: row.email, link: await passwordLink(app, id, RESET_FOR) };
}

const secretOf = (key: string, id: string, until: number, state: string): string =>
	keyedDigest(key, 'password-link', `${id}:${until}:${state}`);

async function passwordState(db: Reader, accountId: string): Promise<string> {
	const [row] = await db
		.select({ password: accountCredential.password })
		.from(accountCredential)
		.where(eq(accountCredential.userId, accountId));
	return row?.password ?? 'none';
}
