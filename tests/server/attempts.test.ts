import { authenticator } from 'otplib';
import { describe, expect, it } from 'vitest';
import { createAccounts } from '$lib/server/accounts/accounts';
import { networkOf, type Client } from '$lib/server/accounts/clients';
import { Attempts, isTooOften } from '$lib/server/accounts/attempts';
import { choosePassword, passwordLink } from '$lib/server/accounts/password-links';
import type { App } from '$lib/server/app';
import { account } from '$lib/server/foundation/database/schema';
import { freshApp } from './database';
import { organiserOf, signedUpOrganiser } from './organiser-of';

const EMAIL = 'office@small.example';
const PASSWORD = 'a long password';
const stranger: Client = { address: '203.0.113.9', devices: undefined };
const office: Client = { address: '198.51.100.1', devices: undefined };

const cookieOf = (cookies: readonly { name: string; value: string }[]) =>
	new Headers({
		cookie: cookies.map(({ name, value }) => `${name}=${encodeURIComponent(value)}`).join('; '),
	});

async function signedIn(app: App, client: Client) {
	const result = await app.accounts.signIn(EMAIL, PASSWORD, client);
	if (!result.ok) throw new Error(result.reason);
	const devices = result.cookies.find(({ name }) => name === 'ten-chairs-devices')?.value;
	return { headers: cookieOf(result.cookies), known: { ...client, devices } };
}

describe('guesses of a password', () => {
	it('wait longer and longer, and do not shut out who signed in from a device before', async () => {
		const app = await freshApp();
		await signedUpOrganiser(app, PASSWORD);
		const { known } = await signedIn(app, office);
		let now = app.clock.now();
		const waits: number[] = [];
		const attempts = new Attempts(app.db, app.config.key, { now: () => now });
		const limit = [{ name: 'somebody', free: 3, longestWait: 60 }];
		const failing = () => attempts.limited(limit, async () => null);
		for (let attempt = 0; attempt < 12; attempt++) {
			const answer = await failing();
			if (!isTooOften(answer)) continue;
			waits.push(answer.wait);
			now += answer.wait * 1000;
			expect(await failing()).toBe('wrong');
		}
		// Three are free, and so is the one that fails next: from then on each wait is twice the last one.
		expect(waits).toEqual([1, 2, 4, 8, 16, 32, 60, 60]);
		now += 61 * 60_000;
		expect(await attempts.limited(limit, async () => 'right')).toBe('right');

		// Time stands still: however slow the machine is, no wait is over.
		const still = createAccounts(app.db, app.config, { now: () => now });
		for (let attempt = 0; attempt < 12; attempt++)
			await still.signIn(EMAIL, `guess ${attempt}`, stranger);
		expect(await still.signIn(EMAIL, PASSWORD, stranger)).toMatchObject({
			ok: false,
			reason: 'too-often',
		});
		expect(await still.signIn(EMAIL, PASSWORD, known)).toMatchObject({ ok: true });
		expect(await still.signIn(EMAIL, PASSWORD, office)).toMatchObject({ ok: true });
		// A cookie that was made elsewhere is no known device.
		const forged = {
			...stranger,
			devices: known.devices!.replace(/\.(.)/, (_, sign) => (sign === 'x' ? '.y' : '.x')),
		};
		expect(await still.signIn(EMAIL, PASSWORD, forged)).toMatchObject({ ok: false });
	});

	it('of one client over many names are counted together, many at once as well', async () => {
		const app = await freshApp();
		const results = [];
		for (let name = 0; name < 70; name++)
			results.push(await app.accounts.signIn(`nobody${name}@small.example`, 'guess', stranger));
		const refused = results.filter((result) => !result.ok && result.reason === 'too-often');
		expect(refused.length).toBeGreaterThan(5);
		const other = await freshApp();
		await organiserOf(other);
		const together = await Promise.all(
			Array.from({ length: 20 }, () => other.accounts.signIn(EMAIL, 'guess', stranger)),
		);
		const tried = together.filter((result) => !result.ok && result.reason === 'wrong');
		expect(tried.length).toBeLessThanOrEqual(6);
	});

	it('a network of IPv6 is one client', () => {
		expect(networkOf({ address: '2001:db8:1:2:3:4:5:6' })).toBe('2001:db8:1:2');
		expect(networkOf({ address: '2001:db8::6' })).toBe('2001:db8:0:0');
		expect(networkOf({ address: '::ffff:198.51.100.1' })).toBe('::ffff:198.51.100.1');
		expect(networkOf({ address: '198.51.100.1' })).toBe('198.51.100.1');
	});
});

describe('a second factor', () => {
	async function withFactor() {
		const app = await freshApp();
		const organiser = await signedUpOrganiser(app, PASSWORD);
		const { headers, known } = await signedIn(app, office);
		const begun = await app.accounts.beginFactor(headers, organiser.account, PASSWORD);
		if (typeof begun !== 'object' || !('address' in begun)) throw new Error('no factor');
		const secret = new URL(begun.address).searchParams.get('secret')!;
		const first = authenticator.generate(secret);
		expect(await app.accounts.confirmFactor(headers, organiser.account, first)).toBeInstanceOf(
			Array,
		);
		return { app, organiser, secret, first, known, headers };
	}
	const firstStep = async (app: App, client: Client) => {
		const step = await app.accounts.signIn(EMAIL, PASSWORD, client);
		return cookieOf(step.ok ? step.cookies : []);
	};

	it('is good once: a code that was used opens nothing again, nor twice at once', async () => {
		const { app, first, secret, known } = await withFactor();
		const code = (value: string) => ({ kind: 'authenticator', code: value }) as const;
		expect(await app.accounts.giveCode(await firstStep(app, known), code(first), known)).toEqual({
			ok: false,
			reason: 'wrong',
		});
		// The next half minute's code, which the authenticator takes already.
		const next = authenticator.clone({ epoch: Date.now() + 30_000 }).generate(secret);
		const steps = [await firstStep(app, known), await firstStep(app, known)];
		const results = await Promise.all(
			steps.map((step) => app.accounts.giveCode(step, code(next), known)),
		);
		expect(results.map(({ ok }) => ok).sort()).toEqual([false, true]);
	});

	it('is guessed slowly, whatever cookies are sent along', async () => {
		const { app, known } = await withFactor();
		const answers = [];
		for (let guess = 0; guess < 12; guess++) {
			const step = await firstStep(app, known);
			const cookie = `${step.get('cookie')}; other=${guess}`;
			const code = { kind: 'authenticator', code: String(100_000 + guess) } as const;
			answers.push(await app.accounts.giveCode(new Headers({ cookie }), code, stranger));
		}
		expect(answers).toContainEqual({ ok: false, reason: 'too-often', wait: 1 });
	});

	it('is not ended by guessing the password within an open session', async () => {
		const { app, organiser, headers } = await withFactor();
		const answers = [];
		for (let guess = 0; guess < 9; guess++)
			answers.push(await app.accounts.endFactor(headers, organiser.account, `guess ${guess}`));
		expect(answers.slice(0, 5)).toEqual(Array(5).fill('wrong'));
		expect(answers.at(-1)).toMatchObject({ wait: expect.any(Number) as number });
		const [row] = await app.db.select().from(account);
		expect(row!.twoFactorEnabled).toBe(true);
	});
});

it('of two who choose a password by one link at the same moment one wins', async () => {
	const app = await freshApp();
	const organiser = await signedUpOrganiser(app, PASSWORD);
	const token = (await passwordLink(app, organiser.account, 60_000)).split('/').at(-1)!;
	const passwords = ['the first new password', 'the second new password'];
	const chosen = await Promise.all(passwords.map((word) => choosePassword(app, token, word)));
	expect(chosen.filter((won) => won !== null)).toHaveLength(1);
	const winner = passwords[chosen.findIndex((won) => won !== null)]!;
	expect(await app.accounts.signIn(EMAIL, winner, office)).toMatchObject({ ok: true });
});
