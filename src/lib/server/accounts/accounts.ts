import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { parseSetCookieHeader } from 'better-auth/cookies';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { eq, sql as statement } from 'drizzle-orm';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sql } from 'postgres';
import type { Actor } from '../../core/permissions/may';
import type { Clock } from '../clock';
import type { Config } from '../config';
import type { Database, Reader } from '../database/connect';
import {
	account,
	accountCredential,
	accountSecondFactor,
	accountSession,
	accountVerification,
} from '../database/schema';
import { newId } from '../identifiers';
import { keyedDigest } from '../keyed-digest';

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
	| { readonly ok: false; readonly reason: 'wrong' | 'too-often' };

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
	/**
	 * Runs an attempt to prove something (`null`: it failed). After ten failures for the same name it
	 * is closed for a quarter of an hour.
	 */
	limited<T>(name: string, attempt: () => Promise<T | null>): Promise<T | 'wrong' | 'too-often'>;
	/** Tries a password, within these limits. */
	signIn(email: string, password: string): Promise<SignInResult>;
	/** The second step of signing in, for who holds the cookie of the first. */
	giveCode(headers: Headers, code: FactorCode): Promise<SignInResult>;
	/** Ends the session; returns the cookies to clear. */
	signOut(headers: Headers): Promise<readonly CookieToSet[]>;
	/** Makes an account; without a password nobody can sign in to it until one is set. */
	create(account: Omit<NewAccount, 'password'> & { password?: string }): Promise<string>;
	/** Sets a password and ends all sessions of the account. */
	setPassword(accountId: string, password: string): Promise<void>;
	/** Whether this is the password of the account. */
	isPassword(accountId: string, password: string): Promise<boolean>;
	/** Ends all sessions of the account. */
	endSessions(accountId: string): Promise<void>;
	/** Begins a second factor; it counts once a first code of it was given. `null`: wrong password. */
	beginFactor(headers: Headers, password: string): Promise<NewFactor | null>;
	/** Gives the first code. Returns the cookies to set, or `null` when the code is wrong. */
	confirmFactor(headers: Headers, code: string): Promise<readonly CookieToSet[] | null>;
	/** Ends the second factor of whoever asks. Returns the cookies to set, or `null`: wrong password. */
	endFactor(headers: Headers, password: string): Promise<readonly CookieToSet[] | null>;
}

/** Whether anybody has an organiser's account. */
export async function hasOrganiser(db: Reader): Promise<boolean> {
	const [row] = await db.execute<{ known: boolean }>(
		statement`select exists (select from ${account} where ${account.role} = 'organiser') as known`,
	);
	return row?.known ?? false;
}

const WEEK = 7 * 24 * 60 * 60;
const ATTEMPTS = { points: 10, duration: 15 * 60 };

/** Sessions and passwords, kept by a library; no address of its own is open to the network. */
export function createAccounts(db: Database, sql: Sql, config: Config, clock: Clock): Accounts {
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

	const attempts = new RateLimiterPostgres({
		storeClient: {
			query: async ({ text, values }: { text: string; values: (string | number)[] }) => ({
				rows: await sql.unsafe(text, values),
			}),
		},
		storeType: 'client',
		tableName: 'attempt',
		tableCreated: true,
		keyPrefix: '',
		clearExpiredByTimeout: false,
		...ATTEMPTS,
	});

	const limited: Accounts['limited'] = async (name, attempt) => {
		const who = keyedDigest(config.key, 'attempts', name);
		try {
			await attempts.consume(who);
		} catch (refusal) {
			if (refusal instanceof RateLimiterRes) return 'too-often';
			throw refusal;
		}
		const result = await attempt();
		if (result === null) return 'wrong';
		await attempts.delete(who);
		return result;
	};

	const cookiesOf = (headers: Headers): CookieToSet[] =>
		headers.getSetCookie().flatMap((header) =>
			[...parseSetCookieHeader(header)].map(([name, attributes]) => ({
				name,
				value: decodeURIComponent(attributes.value),
				maxAge: attributes['max-age'] === undefined ? undefined : Number(attributes['max-age']),
			})),
		);

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

		limited,

		async signIn(email, password) {
			const address = email.trim().toLowerCase();
			const answer = await limited(`sign-in:${address}`, () =>
				refusedAsNull(async () => {
					const { headers, response } = await auth.api.signInEmail({
						body: { email: address, password },
						returnHeaders: true,
					});
					if (await isWithdrawn(address)) return null;
					return {
						cookies: cookiesOf(headers),
						secondFactor: 'twoFactorRedirect' in response,
					};
				}),
			);
			return typeof answer === 'string' ? { ok: false, reason: answer } : { ok: true, ...answer };
		},

		async giveCode(headers, { kind, code }) {
			const body = { code: code.trim() };
			const step = headers.get('cookie') ?? '';
			const answer = await limited(`second-factor:${step}`, () =>
				refusedAsNull(async () => {
					const verify = kind === 'authenticator' ? auth.api.verifyTOTP : auth.api.verifyBackupCode;
					const { headers: answer } = await verify({ body, headers, returnHeaders: true });
					return cookiesOf(answer);
				}),
			);
			return typeof answer === 'string'
				? { ok: false, reason: answer }
				: { ok: true, cookies: answer };
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

		async setPassword(accountId, password) {
			const { internalAdapter, password: passwords } = await auth.$context;
			const hash = await passwords.hash(password);
			const known = await internalAdapter.findAccounts(accountId);
			if (known.some(({ providerId }) => providerId === 'credential'))
				await internalAdapter.updatePassword(accountId, hash);
			else
				await internalAdapter.linkAccount({
					userId: accountId,
					providerId: 'credential',
					accountId,
					password: hash,
				});
			await endSessions(accountId);
		},

		async isPassword(accountId, password) {
			const { internalAdapter, password: passwords } = await auth.$context;
			const known = await internalAdapter.findAccounts(accountId);
			const hash = known.find(({ providerId }) => providerId === 'credential')?.password;
			return hash ? passwords.verify({ hash, password }) : false;
		},

		endSessions,

		beginFactor: (headers, password) =>
			refusedAsNull(async () => {
				const answer = await auth.api.enableTwoFactor({ body: { password }, headers });
				return 'totpURI' in answer
					? { address: answer.totpURI, spareCodes: answer.backupCodes }
					: null;
			}),

		confirmFactor: (headers, code) =>
			refusedAsNull(async () => {
				const { headers: answer } = await auth.api.verifyTOTP({
					body: { code: code.trim() },
					headers,
					returnHeaders: true,
				});
				return cookiesOf(answer);
			}),

		endFactor: (headers, password) =>
			refusedAsNull(async () => {
				const { headers: answer } = await auth.api.disableTwoFactor({
					body: { password },
					headers,
					returnHeaders: true,
				});
				return cookiesOf(answer);
			}),
	};
}

/** The library answers what it refuses with an error that bears a status: 400, 401 and the like. */
async function refusedAsNull<T>(attempt: () => Promise<T | null>): Promise<T | null> {
	try {
		return await attempt();
	} catch (error) {
		if (error instanceof Error && 'statusCode' in error) return null;
		throw error;
	}
}
