import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import {
	changeAccount,
	inviteAccount,
	listAccounts,
	withdrawAccount,
} from '$lib/server/accounts/change-accounts';
import { accountOfPasswordLink, passwordLink } from '$lib/server/accounts/password-links';
import { createApp } from '$lib/server/app';
import { account, accountSecondFactor } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { freshApp } from './database';
import { organiserOf } from './organiser-of';
import { refused } from './done';

const nadia = { name: 'Nadia Holm', email: 'Nadia@small.example', role: 'organiser' as const };
const CLIENT = { address: '127.0.0.1', devices: undefined };
const tokenOf = (link: string) => link.split('/').at(-1)!;

describe('accounts', () => {
	it('at least one organiser remains, also when two withdraw each other at once', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const helper = { role: 'helper' as const, knowsSafety: false };
		expect(await changeAccount(app, organiser, { id: organiser.account, ...helper })).toEqual(
			refused('last-organiser'),
		);
		const invited = await inviteAccount(app, organiser, nadia);
		if (!invited.ok) throw new Error('not invited');
		const other = { kind: 'organiser' as const, account: invited.id };
		const results = await Promise.all([
			withdrawAccount(app, organiser, { id: invited.id }),
			withdrawAccount(app, other, { id: organiser.account }),
		]);
		expect(results.map(({ ok }) => ok).sort()).toEqual([false, true]);
	});

	it('an address has one account; a withdrawn one comes back by being invited again', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const first = await inviteAccount(app, organiser, { ...nadia, role: 'helper' });
		expect(await inviteAccount(app, organiser, nadia)).toEqual({ ok: false, reason: 'known' });
		if (!first.ok) throw new Error('not invited');
		await app.accounts.setPassword(first.id, 'a password of hers');
		expect(
			await app.accounts.signIn('nadia@small.example', 'a password of hers', CLIENT),
		).toMatchObject({
			ok: true,
		});
		await withdrawAccount(app, organiser, { id: first.id });
		expect(await app.accounts.signIn('nadia@small.example', 'a password of hers', CLIENT)).toEqual({
			ok: false,
			reason: 'wrong',
		});
		expect(await inviteAccount(app, organiser, nadia)).toMatchObject({ ok: true, id: first.id });
		const helper = { kind: 'helper' as const, account: first.id };
		await expect(listAccounts(app, helper)).rejects.toThrow(ForbiddenError);
	});

	it('only who knows of what few may know lets others know', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const invited = await inviteAccount(app, organiser, nadia);
		if (!invited.ok) throw new Error('not invited');
		const change = { role: 'organiser' as const, knowsSafety: true };
		const knows = async () =>
			(await listAccounts(app, organiser)).find(({ id }) => id === invited.id)!.knowsSafety;
		const unknowing = { kind: 'organiser' as const, account: invited.id, knowsSafety: false };
		await changeAccount(app, unknowing, { id: invited.id, ...change });
		expect(await knows()).toBe(false);
		await changeAccount(app, organiser, { id: invited.id, ...change });
		expect(await knows()).toBe(true);
	});
});

describe('a link for choosing a password', () => {
	it('is spent by choosing one, ends with its time, and cannot be made from what is stored', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const link = await passwordLink(app, organiser.account, 60_000);
		const token = tokenOf(link);
		expect(await accountOfPasswordLink(app, token)).toMatchObject({ id: organiser.account });
		expect(await accountOfPasswordLink(app, `${token.slice(0, -2)}xx`)).toBeNull();
		const [id = '', until = '', secret = ''] = token.split('.');
		const later = (parseInt(until, 36) + 9999).toString(36);
		expect(await accountOfPasswordLink(app, [id, later, secret].join('.'))).toBeNull();
		const tomorrow = { ...app, clock: { now: () => app.clock.now() + 120_000 } };
		expect(await accountOfPasswordLink(tomorrow, token)).toBeNull();
		await app.accounts.setPassword(organiser.account, 'another long password');
		expect(await accountOfPasswordLink(app, token)).toBeNull();
		const otherKey = createApp({ ...app.config, key: 'another key of at least 32 characters' });
		const forged = await passwordLink(otherKey, organiser.account, 60_000);
		expect(await accountOfPasswordLink(app, tokenOf(forged))).toBeNull();
		await otherKey.close();
	});
});

it('the command on the server removes a lost second factor', async () => {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	await app.db.insert(accountSecondFactor).values({
		id: newId(app.clock),
		userId: organiser.account,
		secret: 'x',
		backupCodes: 'x',
	});
	await app.db.update(account).set({ twoFactorEnabled: true });
	const run = (...words: string[]) =>
		promisify(execFile)('bin/account', words, {
			env: {
				...process.env,
				DATABASE_URL: app.config.databaseUrl,
				ORIGIN: app.config.origin,
				TEN_CHAIRS_KEY: app.config.key,
			},
		});
	const { stdout } = await run('remove-second-factor', 'OFFICE@small.example');
	expect(stdout).toContain('The second factor is removed');
	const [row] = await app.db.select().from(account).where(eq(account.id, organiser.account));
	expect(row!.twoFactorEnabled).toBe(false);
	expect(await app.db.select().from(accountSecondFactor)).toEqual([]);
	await expect(run('remove-second-factor', 'nobody@small.example')).rejects.toMatchObject({
		code: 2,
		stderr: 'No account has the address nobody@small.example.\n',
	});
}, 60_000);
