import { betterAuth } from 'better-auth/minimal';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { parseSetCookieHeader } from 'better-auth/cookies';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { eq, sql as statement } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import type { Clock } from '../foundation/clock';
import type { Config } from '../foundation/config';
import { rowsOf } from '../foundation/database/rows-of';
import type { Database, Reader, Transaction } from '../foundation/database/connect';
import { inTransaction } from '../foundation/database/transaction';
import {
	account,
	accountCredential,
	accountSecondFactor,
	accountSession,
	accountVerification,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { secret } from '../foundation/secret-in-answer';
import { Attempts, isTooOften, type AttemptLimit, type Attempted } from './attempts';
import { DEVICE_COOKIE, rememberDevice, type Client } from './clients';
import { codeLimits, passwordAgain, signInLimits } from './limits';
import { UsedCodes } from './used-codes';
import { writePassword } from './write-password';

/** Somebody who signed in with a password. */
export type SignedIn = Extract<Actor, { kind: 'organiser' | 'helper' | 'front-door' }> & {
	readonly name: string;
	readonly hasSecondFactor: boolean;
	/** The session's id, and the instant at which it ends, in milliseconds. */
	readonly session: string;
	readonly until: number;
};

export type AccountRole = SignedIn['kind'];

export interface NewAccount {
	readonly name: string;
	readonly email: string;
	readonly password: string;
	readonly role: AccountRole;
}

/** A cookie to set, as a route can set it. */
export interface CookieToSet {
	readonly name: string;
	readonly value: string;
	readonly maxAge: number | undefined;
}

export type SignInResult =
	/** With `secondFactor` the cookies open nothing until a code is given as well. */
	| {
			readonly ok: true;
			readonly cookies: readonly CookieToSet[];
			readonly secondFactor?: boolean;
	  }
	| { readonly ok: false; readonly reason: 'wrong' }
	/** The next attempt may come after so many seconds. */
	| { readonly ok: false; readonly reason: 'too-often'; readonly wait: number };

/** A code of an authenticator, or one of the spare codes on paper. */
export interface FactorCode {
	readonly kind: 'authenticator' | 'spare';
	readonly code: string;
}

/** What an authenticator needs (an `otpauth:` address), and the codes for when it is lost. */
export interface NewFactor {
	readonly address: string;
	readonly spareCodes: readonly string[];
}

export interface Accounts {
	/** Who holds the session in these request headers. */
	signedIn(headers: Headers): Promise<SignedIn | null>;
	/** Runs an attempt to prove something (`null`: it failed) within limits of attempts. */
	limited<T>(
		limits: readonly AttemptLimit[],
		attempt: () => Promise<T | null>,
	): Promise<Attempted<T>>;
	/** Tries a password. Who signed in from this client before is not held up by strangers. */
	signIn(email: string, password: string, client: Client): Promise<SignInResult>;
	/** The second step of signing in, for who holds the cookie of the first. */
	giveCode(headers: Headers, code: FactorCode, client: Client): Promise<SignInResult>;
	/** Ends the session; returns the cookies to clear. */
	signOut(headers: Headers): Promise<readonly CookieToSet[]>;
	/** Makes an account; without a password nobody can sign in to it until one is set. */
	create(account: Omit<NewAccount, 'password'> & { password?: string }): Promise<string>;
	/**
	 * Sets a password and ends all sessions of the account, if `isAllowed` still says so once nobody else
	 * can set one. Returns whether it was set.
	 */
	setPassword(
		accountId: string,
		password: string,
		isAllowed?: (tx: Transaction) => Promise<boolean>,
	): Promise<boolean>;
	/** Whether this is the password of the account. */
	isPassword(accountId: string, password: string): Promise<boolean>;
	/** Ends all sessions of the account. */
	endSessions(accountId: string): Promise<void>;
	/** Begins a second factor for who is signed in; it counts once a first code of it was given. */
	beginFactor(headers: Headers, accountId: string, password: string): Promise<Attempted<NewFactor>>;
	/** Gives the first code. Returns the cookies to set. */
	confirmFactor(
		headers: Headers,
		accountId: string,
		code: string,
	): Promise<Attempted<readonly CookieToSet[]>>;
	/** Ends the second factor of who is signed in. Returns the cookies to set. */
	endFactor(
		headers: Headers,
		accountId: string,
		password: string,
	): Promise<Attempted<readonly CookieToSet[]>>;
}

/** Whether anybody has an organiser's account. */
export async function hasOrganiser(db: Reader): Promise<boolean> {
	const [row] = await rowsOf(
		db,
		statement<{
			known: boolean;
		}>`select exists (select from ${account} where ${account.role} = 'organiser') as known`,
	);
	return row?.known ?? false;
}

const WEEK = 7 * 24 * 60 * 60;
const YEAR = 365 * 24 * 60 * 60;

/** Sessions and passwords, kept by a library; no address of its own is open to the network. */
export function createAccounts(db: Database, config: Config, clock: Clock): Accounts {
	const auth = betterAuth({
		baseURL: config.origin,
		secret: config.key,
		database: drizzleAdapter(db, {
			provider: 'pg',
			schema: {
				user: account,
				session: accountSession,
				account: accountCredential,
				verification: accountVerification,
				twoFactor: accountSecondFactor,
			},
		}),
		emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
		session: { expiresIn: WEEK },
		user: {
			additionalFields: {
				role: { type: 'string', input: false },
				knowsSafety: { type: 'boolean', input: false, required: false },
				withdrawnAt: { type: 'date', input: false, required: false },
			},
		},
		appName: 'Ten Chairs',
		plugins: [twoFactor({ issuer: 'Ten Chairs' })],
		advanced: {
			cookiePrefix: 'ten-chairs',
			useSecureCookies: config.origin.startsWith('https:'),
			database: { generateId: () => newId(clock) },
			ipAddress: { disableIpTracking: true },
		},
		telemetry: { enabled: false },
		logger: { disabled: true },
	});

	const attempts = new Attempts(db, config.key, clock);

	const cookiesOf = (headers: Headers): CookieToSet[] =>
		headers.getSetCookie().flatMap((header) =>
			[...parseSetCookieHeader(header)].map(([name, attributes]) => ({
				name,
				value: decodeURIComponent(attributes.value),
				maxAge: attributes['max-age'] === undefined ? undefined : Number(attributes['max-age']),
			})),
		);

	const codes = new UsedCodes(db, config.key, clock);

	const deviceCookie = (email: string, client: Client): CookieToSet => ({
		name: DEVICE_COOKIE,
		value: rememberDevice(config.key, email, client),
		maxAge: YEAR,
	});

	/** Who has given the password and now gives a code: the library's cookie names a row that says so. */
	const accountOfStep = async (headers: Headers): Promise<{ id: string; email: string } | null> => {
		const { internalAdapter, createAuthCookie } = await auth.$context;
		const { name } = createAuthCookie('two_factor');
		const cookies = (headers.get('cookie') ?? '').split(/; */);
		const signed = cookies.find((cookie) => cookie.startsWith(`${name}=`))?.slice(name.length + 1);
		const step = signed && decodeURIComponent(signed).split('.')[0];
		const found = step ? await internalAdapter.findVerificationValue(step) : null;
		const [row] = found ? await db.select().from(account).where(eq(account.id, found.value)) : [];
		return row ? { id: row.id, email: row.email } : null;
	};

	const endSessions = async (accountId: string): Promise<void> => {
		await db.delete(accountSession).where(eq(accountSession.userId, accountId));
	};
	const isWithdrawn = async (email: string): Promise<boolean> => {
		const [row] = await db
			.select({ id: account.id, at: account.withdrawnAt })
			.from(account)
			.where(eq(statement`lower(${account.email})`, email));
		if (row?.at) await endSessions(row.id);
		return row?.at !== null;
	};

	return {
		async signedIn(headers) {
			if (!headers.get('cookie')?.includes('ten-chairs.')) return null;
			const session = await auth.api.getSession({ headers });
			if (!session || session.user.withdrawnAt) return null;
			const { id, name, role, knowsSafety, twoFactorEnabled } = session.user;
			return {
				kind: role as AccountRole,
				account: id,
				knowsSafety: knowsSafety === true,
				name,
				hasSecondFactor: twoFactorEnabled === true,
				session: session.session.id,
				until: new Date(session.session.expiresAt).getTime(),
			};
		},

		limited: (limits, attempt) => attempts.limited(limits, attempt),

		async signIn(email, password, client) {
			const address = email.trim().toLowerCase();
			const answer = await attempts.limited(signInLimits(config.key, address, client), () =>
				refusedAsNull(async () => {
					const { headers, response } = await auth.api.signInEmail({
						body: { email: address, password },
						returnHeaders: true,
					});
					if (await isWithdrawn(address)) return null;
					const secondFactor = 'twoFactorRedirect' in response;
					const cookies = cookiesOf(headers);
					return {
						cookies: secondFactor ? cookies : [...cookies, deviceCookie(address, client)],
						secondFactor,
					};
				}),
			);
			return resultOf(answer);
		},

		async giveCode(headers, { kind, code }, client) {
			const who = await accountOfStep(headers);
			const body = { code: code.trim() };
			const answer = await attempts.limited(codeLimits(config.key, who, client), () =>
				who === null
					? Promise.resolve(null)
					: codes.onceOnly(who.id, body.code, () =>
							refusedAsNull(async () => {
								const verify =
									kind === 'authenticator' ? auth.api.verifyTOTP : auth.api.verifyBackupCode;
								const { headers: answer } = await verify({ body, headers, returnHeaders: true });
								return { cookies: [...cookiesOf(answer), deviceCookie(who.email, client)] };
							}),
						),
			);
			return resultOf(answer);
		},

		async signOut(headers) {
			const { headers: answer } = await auth.api.signOut({ headers, returnHeaders: true });
			return cookiesOf(answer);
		},

		async create({ name, email, password, role }) {
			const { internalAdapter, password: passwords } = await auth.$context;
			const user = await internalAdapter.createUser(
				{ name, email: email.trim().toLowerCase(), emailVerified: true, role },
				{ method: 'email-password' },
			);
			if (password !== undefined)
				await internalAdapter.linkAccount({
					userId: user.id,
					providerId: 'credential',
					accountId: user.id,
					password: await passwords.hash(password),
				});
			return user.id;
		},

		async setPassword(accountId, password, isAllowed = async () => true) {
			const { password: passwords } = await auth.$context;
			const hash = await passwords.hash(password);
			return inTransaction(db, async (tx) => {
				// Two who choose a password by one link wait for each other here; one of them wins.
				await tx.select().from(account).where(eq(account.id, accountId)).for('update');
				if (!(await isAllowed(tx))) return false;
				await writePassword(tx, clock, accountId, hash);
				await tx.delete(accountSession).where(eq(accountSession.userId, accountId));
				return true;
			});
		},

		async isPassword(accountId, password) {
			const { internalAdapter, password: passwords } = await auth.$context;
			const known = await internalAdapter.findAccounts(accountId);
			const hash = known.find(({ providerId }) => providerId === 'credential')?.password;
			return hash ? passwords.verify({ hash, password }) : false;
		},

		endSessions,

		beginFactor: (headers, accountId, password) =>
			attempts.limited(passwordAgain(accountId), () =>
				refusedAsNull(async () => {
					const answer = await auth.api.enableTwoFactor({ body: { password }, headers });
					return 'totpURI' in answer
						? secret({ address: answer.totpURI, spareCodes: answer.backupCodes })
						: null;
				}),
			),

		confirmFactor: (headers, accountId, code) =>
			attempts.limited(passwordAgain(accountId), () =>
				codes.onceOnly(accountId, code.trim(), () =>
					refusedAsNull(async () => {
						const { headers: answer } = await auth.api.verifyTOTP({
							body: { code: code.trim() },
							headers,
							returnHeaders: true,
						});
						return cookiesOf(answer);
					}),
				),
			),

		endFactor: (headers, accountId, password) =>
			attempts.limited(passwordAgain(accountId), () =>
				refusedAsNull(async () => {
					const { headers: answer } = await auth.api.disableTwoFactor({
						body: { password },
						headers,
						returnHeaders: true,
					});
					return cookiesOf(answer);
				}),
			),
	};
}

const resultOf = (
	answer: Attempted<{ cookies: readonly CookieToSet[]; secondFactor?: boolean }>,
): SignInResult => {
	if (answer === 'wrong') return { ok: false, reason: 'wrong' };
	if (isTooOften(answer)) return { ok: false, reason: 'too-often', wait: answer.wait };
	return { ok: true, ...answer };
};

/** The library answers what it refuses with an error that bears a status: 400, 401 and the like. */
async function refusedAsNull<T>(attempt: () => Promise<T | null>): Promise<T | null> {
	try {
		return await attempt();
	} catch (error) {
		if (error instanceof Error && 'statusCode' in error) return null;
		throw error;
	}
}
