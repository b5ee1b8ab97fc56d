import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { hasOrganiser } from '$lib/server/accounts/accounts';
import { isSetUpCode, schoolYearAt, setUpCode, setUpSchool } from '$lib/server/accounts/set-up';
import { readConfig } from '$lib/server/foundation/config';
import { account, accountSession, invitation } from '$lib/server/foundation/database/schema';
import { checkHealth, isHealthy } from '$lib/server/foundation/health/health';
import { fromBase32, toBase32 } from '$lib/server/foundation/base32';
import { keyedDigest } from '$lib/server/foundation/keyed-digest';
import { invitationLink } from '$lib/server/invitations/links';
import { openLink, visitorByCookie } from '$lib/server/invitations/visitors';
import { freshApp } from './database';
import { smallSchool } from './small-school';

const setUp = (email: string) => ({
	school: 'A School',
	timeZone: 'America/Halifax',
	organiser: { name: 'Office', email, password: 'a long password' },
});

const CLIENT = { address: '127.0.0.1', devices: undefined };

describe('setting up', () => {
	it('makes one first organiser, also of two at once, and closes', async () => {
		const app = await freshApp();
		expect(await hasOrganiser(app.db)).toBe(false);
		const results = await Promise.all(
			['one@school.example', 'two@school.example'].map((email) => setUpSchool(app, setUp(email))),
		);
		expect(results.filter(Boolean)).toHaveLength(1);
		expect(await app.db.select().from(account)).toHaveLength(1);
		expect(await setUpSchool(app, setUp('three@school.example'))).toBe(false);
	});

	it('takes the printed code however it is typed, and no other', () => {
		const code = setUpCode('one key');
		expect(code).toMatch(/^[2-9A-Z]{4}(-[2-9A-Z]{4}){2}$/);
		expect(isSetUpCode('one key', code.toLowerCase().replaceAll('-', ' '))).toBe(true);
		expect(isSetUpCode('another key', code)).toBe(false);
		expect(isSetUpCode('one key', '')).toBe(false);
	});

	it.each([
		['2026-11-24T15:00:00Z', '2026/27'],
		['2027-07-31T15:00:00Z', '2026/27'],
		['2027-08-01T15:00:00Z', '2027/28'],
		['2099-12-01T15:00:00Z', '2099/00'],
	])('on %s it is the school year %s', (moment, expected) => {
		expect(schoolYearAt(Date.parse(moment), 'America/Halifax')).toBe(expected);
	});
});

describe('signing in', () => {
	it('opens a session that the cookie stands for, and ends it', async () => {
		const app = await freshApp();
		await setUpSchool(app, setUp('office@school.example'));
		const result = await app.accounts.signIn(' Office@School.example ', 'a long password', CLIENT);
		if (!result.ok) throw new Error(result.reason);
		const cookie = result.cookies
			.map(({ name, value }) => `${name}=${encodeURIComponent(value)}`)
			.join('; ');
		const headers = new Headers({ cookie });
		expect(await app.accounts.signedIn(headers)).toMatchObject({
			kind: 'organiser',
			name: 'Office',
		});
		const [session] = await app.db.select().from(accountSession);
		const stolen = new Headers({ cookie: `ten-chairs.session_token=${session!.token}` });
		expect(await app.accounts.signedIn(stolen)).toBeNull();
		await app.accounts.signOut(headers);
		expect(await app.accounts.signedIn(headers)).toBeNull();
	});

	it('says the same of a wrong password and an unknown address', async () => {
		const app = await freshApp();
		await setUpSchool(app, setUp('office@school.example'));
		for (const email of ['office@school.example', 'nobody@school.example'])
			expect(await app.accounts.signIn(email, 'wrong password', CLIENT)).toEqual({
				ok: false,
				reason: 'wrong',
			});
	});
});

describe('a private link', () => {
	it('lets in until it is revoked or renewed, and its cookie with it', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const { db, config } = app;
		const { adult, id } = school.families[0]!;
		const [row] = await db.select().from(invitation).where(eq(invitation.adultId, adult));
		const token = invitationLink('', config.key, row!).replace('/i/', '');
		const opened = await openLink(db, config.key, token);
		expect(opened?.visitor).toEqual({
			kind: 'adult',
			adult,
			families: [id],
			through: `invitation:${row!.id}`,
			grounds: [`invitation:${row!.id}`, `adult:${adult}`],
		});
		expect(await visitorByCookie(db, config.key, opened!.cookie)).toEqual(opened!.visitor);

		const wrong = [
			token.slice(0, -1) + (token.endsWith('a') ? 'b' : 'a'),
			token.slice(1),
			`${token}A`,
			'',
			'../../etc',
			invitationLink('', 'another key', row!).replace('/i/', ''),
		];
		for (const guess of wrong) expect(await openLink(db, config.key, guess), guess).toBeNull();
		expect(await visitorByCookie(db, 'another key', opened!.cookie)).toBeNull();
		expect(await visitorByCookie(db, config.key, 'a.1.b')).toBeNull();

		await db.update(invitation).set({ version: 2 }).where(eq(invitation.id, row!.id));
		expect(await openLink(db, config.key, token)).toBeNull();
		expect(await visitorByCookie(db, config.key, opened!.cookie)).toBeNull();
		const renewed = invitationLink('', config.key, { id: row!.id, version: 2 }).replace('/i/', '');
		expect(await openLink(db, config.key, renewed)).not.toBeNull();
		await db.update(invitation).set({ revokedAt: 1 }).where(eq(invitation.id, row!.id));
		expect(await openLink(db, config.key, renewed)).toBeNull();
	});
});

describe('a private link that something happened to on its way', () => {
	it('opens all the same', async () => {
		const app = await freshApp();
		await smallSchool(app, { families: 1, desks: 1 });
		const { db, config } = app;
		const [row] = await db.select().from(invitation);
		const token = invitationLink('', config.key, row!).replace('/i/', '');
		const half = Math.floor(token.length / 2);
		const broken = (between: string) => token.slice(0, half) + between + token.slice(half);
		// As it was made before, in base 64, where case matters.
		const old =
			Buffer.from(row!.id.replaceAll('-', ''), 'hex').toString('base64url') +
			keyedDigest(config.key, 'invitation-link', `${row!.id}:${row!.version}`).slice(0, 32);
		const changed = [
			...[`${token}.`, `${token})`, `${token}>`, `${token},`, `${token}”`, ` ${token} `],
			...[token.toUpperCase(), token[0]!.toUpperCase() + token.slice(1)],
			...[broken('\n'), broken('\r\n  '), broken('=\r\n'), broken('\n> '), broken(' ')],
			...[token.replaceAll('o', '0'), token.replaceAll('l', '1')],
			...[old, `${old}.`, `${old.slice(0, 20)}\n${old.slice(20)}`],
		];
		for (const each of changed) expect(await openLink(db, config.key, each), each).not.toBeNull();
		for (const cut of [token.slice(0, half), token.slice(0, -1), old.toLowerCase()])
			expect(await openLink(db, config.key, cut), cut).toBeNull();
	});

	// Source: RFC 4648, section 10 (there in upper case and with padding).
	it.each([
		['', ''],
		['f', 'my'],
		['fo', 'mzxq'],
		['foo', 'mzxw6'],
		['foob', 'mzxw6yq'],
		['fooba', 'mzxw6ytb'],
		['foobar', 'mzxw6ytboi'],
	])('is in base 32: %s', (plain, written) => {
		expect(toBase32(Buffer.from(plain))).toBe(written);
		expect(Buffer.from(fromBase32(written)!).toString()).toBe(plain);
		expect(fromBase32('mzxr')).toBeNull();
	});
});

describe('the server', () => {
	it('is healthy while the database answers and is up to date', async () => {
		const app = await freshApp();
		expect(isHealthy(await checkHealth(app.db, 'migrations'))).toBe(true);
		await app.db.execute(
			sql`delete from drizzle.__drizzle_migrations where id = (select max(id) from drizzle.__drizzle_migrations)`,
		);
		expect(await checkHealth(app.db, 'migrations')).toEqual({
			database: 'answers',
			migrations: 'missing',
		});
	});

	it.each([
		[{ DATABASE_URL: undefined }, 'DATABASE_URL'],
		[{ TEN_CHAIRS_KEY: 'short' }, 'TEN_CHAIRS_KEY'],
		[{ ORIGIN: 'somewhere' }, 'ORIGIN'],
		[{ TEN_CHAIRS_NOW: 'tomorrow' }, 'TEN_CHAIRS_NOW'],
	])('names the variable that is wrong: %j', (part, name) => {
		const good = {
			DATABASE_URL: 'postgres://x/y',
			TEN_CHAIRS_KEY: 'k'.repeat(32),
			ORIGIN: 'http://x',
		};
		expect(() => readConfig({ ...good, ...part })).toThrow(name);
	});
});
