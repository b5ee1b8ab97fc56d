import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import {
	accountChange,
	accountInvite,
	accountWithdraw,
	factorRemove,
	type InvitedAccount,
} from '../../operations/accounts';
import type { App } from '../app';
import type { Transaction } from '../foundation/database/connect';
import { account, accountCredential, accountSecondFactor } from '../foundation/database/schema';
import { byName } from '../register/name-order';
import { ForbiddenError } from '../foundation/forbidden';
import { performs } from '../foundation/runner/perform';
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

/**
 * Makes an account, or gives one that was withdrawn back; returns the link for choosing a password.
 * `known`: the address has an account already.
 */
export async function inviteAccount(
	app: App,
	actor: Actor,
	invited: InvitedAccount,
): Promise<{ ok: true; id: string; link: string } | { ok: false; reason: 'known' }> {
	if (!may(actor, 'accounts.manage')) throw new ForbiddenError();
	const { name, role, email } = invited;
	const [known] = await app.db
		.select()
		.from(account)
		.where(eq(sql`lower(${account.email})`, email.trim().toLowerCase()));
	if (known && !known.withdrawnAt) return { ok: false, reason: 'known' };
	const id = known?.id ?? (await app.accounts.create(invited));
	await welcomeAccount(app, actor, { id, name, role });
	return { ok: true, id, link: await passwordLink(app, id, INVITED_FOR) };
}

const welcomeAccount = performs(accountInvite).by({
	async work({ tx, input: { id, name, role } }) {
		await tx.update(account).set({ name, role, withdrawnAt: null }).where(eq(account.id, id));
		return { done: {}, act: { kind: 'account.invited', after: { account: id, role } } };
	},
});

/** The link for choosing a password of an account that has none yet, or has lost it. */
export async function passwordLinkFor(app: App, actor: Actor, id: string): Promise<string> {
	if (!may(actor, 'accounts.manage')) throw new ForbiddenError();
	return passwordLink(app, id, INVITED_FOR);
}

/** Two organisers who withdraw each other at once wait for one another here. */
const lock = async ({ tx }: { readonly tx: Transaction }): Promise<void> => {
	await tx.select({ id: account.id }).from(account).orderBy(account.id).for('update');
};

/** What an act remembers of an account as it was. */
const accountBefore = async (tx: Transaction, id: string) => {
	const [row] = await tx
		.select({ id: account.id, role: account.role })
		.from(account)
		.where(eq(account.id, id));
	return row;
};

/** Changes what an account may. There is always an organiser left. */
export const changeAccount = performs(accountChange).by({
	lock,
	async work({ tx, actor, input: { id, role, knowsSafety } }) {
		if (role !== 'organiser' && (await isLastOrganiser(tx, id)))
			return { refused: { reason: 'last-organiser' } };
		const before = await accountBefore(tx, id);
		// Only who knows may let others know.
		const safety = may(actor, 'safety.see') ? { knowsSafety } : {};
		await tx
			.update(account)
			.set({ role, ...safety })
			.where(eq(account.id, id));
		const after = { account: id, role, ...safety };
		return { done: {}, act: { kind: 'account.changed', before, after } };
	},
});

/** Takes an account back: nobody signs in with it any more, open sessions end. */
export const withdrawAccount = performs(accountWithdraw).by({
	lock,
	async work({ tx, clock, input: { id } }) {
		if (await isLastOrganiser(tx, id)) return { refused: { reason: 'last-organiser' } };
		const before = await accountBefore(tx, id);
		await tx
			.update(account)
			.set({ withdrawnAt: new Date(clock.now()), knowsSafety: false })
			.where(eq(account.id, id));
		return { done: {}, act: { kind: 'account.withdrawn', before, after: { account: id } } };
	},
	after: ({ accounts }, { id }) => accounts.endSessions(id),
});

/** The way back for who lost a second factor: another organiser, or the system by a command, ends it. */
export const removeSecondFactor = performs(factorRemove).by({
	lock,
	async work({ tx, input: { id } }) {
		const before = await accountBefore(tx, id);
		await tx.delete(accountSecondFactor).where(eq(accountSecondFactor.userId, id));
		await tx.update(account).set({ twoFactorEnabled: false }).where(eq(account.id, id));
		return { done: {}, act: { kind: 'account.factor-removed', before, after: { account: id } } };
	},
});

async function isLastOrganiser(tx: Transaction, id: string): Promise<boolean> {
	const others = await tx
		.select({ id: account.id })
		.from(account)
		.where(and(eq(account.role, 'organiser'), isNull(account.withdrawnAt), ne(account.id, id)));
	return others.length === 0;
}
