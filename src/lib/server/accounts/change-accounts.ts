import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct, type ActFacts } from '../acts/record-act';
import type { App } from '../app';
import type { Transaction } from '../database/connect';
import { inTransaction } from '../database/transaction';
import { account, accountCredential, accountSecondFactor } from '../database/schema';
import { byName } from '../people/name-order';
import { ForbiddenError } from '../permissions/forbidden';
import type { AccountRole } from './accounts';
import { INVITED_FOR, passwordLink } from './password-links';

/** An account as organisers see it. */
export interface AccountLine {
	readonly id: string;
	readonly name: string;
	readonly email: string;
	readonly role: AccountRole;
	readonly knowsSafety: boolean;
	readonly hasSecondFactor: boolean;
	/** Invited, and no password chosen yet. */
	readonly isPending: boolean;
	readonly isWithdrawn: boolean;
}

/** All accounts; those that were withdrawn come last. */
export async function listAccounts({ db }: Pick<App, 'db'>, actor: Actor): Promise<AccountLine[]> {
	if (!may(actor, 'accounts.manage')) throw new ForbiddenError();
	const rows = await db
		.select({ account, password: accountCredential.password })
		.from(account)
		.leftJoin(accountCredential, eq(accountCredential.userId, account.id))
		.orderBy(sql`${account.withdrawnAt} is not null`, byName(account.name));
	return rows.map(({ account: row, password }) => ({
		id: row.id,
		name: row.name,
		email: row.email,
		role: row.role,
		knowsSafety: row.knowsSafety,
		hasSecondFactor: row.twoFactorEnabled,
		isPending: password === null,
		isWithdrawn: row.withdrawnAt !== null,
	}));
}

/** Somebody to invite. */
export interface Invited {
	readonly name: string;
	readonly email: string;
	readonly role: AccountRole;
}

/**
 * Makes an account, or gives one that was withdrawn back; returns the link for choosing a password.
 * `known`: the address has an account already.
 */
export async function inviteAccount(
	app: App,
	actor: Actor,
	invited: Invited,
): Promise<{ ok: true; id: string; link: string } | { ok: false; reason: 'known' }> {
	if (!may(actor, 'accounts.manage')) throw new ForbiddenError();
	const { db, clock, accounts } = app;
	const [known] = await db
		.select()
		.from(account)
		.where(eq(sql`lower(${account.email})`, invited.email.trim().toLowerCase()));
	if (known && !known.withdrawnAt) return { ok: false, reason: 'known' };
	const id = known?.id ?? (await accounts.create(invited));
	await inTransaction(db, async (tx) => {
		await tx
			.update(account)
			.set({ name: invited.name, role: invited.role, withdrawnAt: null })
			.where(eq(account.id, id));
		await recordAct(tx, clock, {
			actor,
			kind: 'account.invited',
			after: { account: id, role: invited.role },
		});
	});
	return { ok: true, id, link: await passwordLink(app, id, INVITED_FOR) };
}

/** The link for choosing a password of an account that has none yet, or has lost it. */
export async function passwordLinkFor(app: App, actor: Actor, id: string): Promise<string> {
	if (!may(actor, 'accounts.manage')) throw new ForbiddenError();
	return passwordLink(app, id, INVITED_FOR);
}

export type AccountChange = 'changed' | 'last-organiser';

/** Changes what an account may. There is always an organiser left. */
export async function changeAccount(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	id: string,
	{ role, knowsSafety }: { role: AccountRole; knowsSafety: boolean },
): Promise<AccountChange> {
	// Only who knows may let others know.
	const safety = may(actor, 'safety.see') ? { knowsSafety } : {};
	return change({ db, clock }, actor, id, 'account.changed', async (tx) => {
		if (role !== 'organiser' && (await isLastOrganiser(tx, id))) return false;
		await tx
			.update(account)
			.set({ role, ...safety })
			.where(eq(account.id, id));
		return { account: id, role, ...safety };
	});
}

/** Takes an account back: nobody signs in with it any more, open sessions end. */
export async function withdrawAccount(
	app: Pick<App, 'db' | 'clock' | 'accounts'>,
	actor: Actor,
	id: string,
): Promise<AccountChange> {
	const changed = await change(app, actor, id, 'account.withdrawn', async (tx) => {
		if (await isLastOrganiser(tx, id)) return false;
		await tx
			.update(account)
			.set({ withdrawnAt: new Date(app.clock.now()), knowsSafety: false })
			.where(eq(account.id, id));
		return { account: id };
	});
	if (changed === 'changed') await app.accounts.endSessions(id);
	return changed;
}

/** The way back for who lost a second factor: another organiser, or the system by a command, ends it. */
export async function removeSecondFactor(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	id: string,
): Promise<AccountChange> {
	return change({ db, clock }, actor, id, 'account.factor-removed', async (tx) => {
		await tx.delete(accountSecondFactor).where(eq(accountSecondFactor.userId, id));
		await tx.update(account).set({ twoFactorEnabled: false }).where(eq(account.id, id));
		return { account: id };
	});
}

async function change(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	id: string,
	kind: ActFacts['kind'],
	work: (tx: Transaction) => Promise<object | false>,
): Promise<AccountChange> {
	if (!may(actor, 'accounts.manage')) throw new ForbiddenError();
	return inTransaction(db, async (tx) => {
		// Two organisers who withdraw each other at once wait for one another here.
		const [before] = await tx
			.select({ id: account.id, role: account.role })
			.from(account)
			.orderBy(account.id)
			.for('update')
			.then((rows) => rows.filter((row) => row.id === id));
		const after = await work(tx);
		if (after === false) return 'last-organiser';
		await recordAct(tx, clock, { actor, kind, before, after });
		return 'changed';
	});
}

async function isLastOrganiser(tx: Transaction, id: string): Promise<boolean> {
	const others = await tx
		.select({ id: account.id })
		.from(account)
		.where(and(eq(account.role, 'organiser'), isNull(account.withdrawnAt), ne(account.id, id)));
	return others.length === 0;
}
