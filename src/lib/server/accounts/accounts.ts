import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { parseSetCookieHeader } from 'better-auth/cookies';
import { sql as statement } from 'drizzle-orm';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sql } from 'postgres';
import type { Actor } from '../../core/permissions/may';
import type { Clock } from '../clock';
import type { Config } from '../config';
import type { Database, Reader } from '../database/connect';
import {
	account,
	accountCredential,
	accountSession,
	accountVerification,
} from '../database/schema';
import { newId } from '../identifiers';
import { keyedDigest } from '../keyed-digest';

/** Somebody who signed in with a password. */
export type SignedIn = Extract<Actor, { kind: 'organiser' | 'helper' | 'front-door' }> & {
	readonly name: string;
};

export interface NewAccount {
	readonly name: string;
	readonly email: string;
	readonly password: string;
	readonly role: SignedIn['kind'];
}

/** A cookie to set, as a route can set it. */
export interface CookieToSet {
	readonly name: string;
	readonly value: string;
	readonly maxAge: number | undefined;
}

export type SignInResult =
	| { readonly ok: true; readonly cookies: readonly CookieToSet[] }
	| { readonly ok: false; readonly reason: 'wrong' | 'too-often' };

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
	/** Ends the session; returns the cookies to clear. */
	signOut(headers: Headers): Promise<readonly CookieToSet[]>;
	/** Makes an account with a password. */
	create(account: NewAccount): Promise<string>;
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
			},
		}),
		emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
		session: { expiresIn: WEEK },
		user: { additionalFields: { role: { type: 'string', input: false } } },
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

	return {
		async signedIn(headers) {
			if (!headers.get('cookie')?.includes('ten-chairs.')) return null;
			const session = await auth.api.getSession({ headers });
			if (!session) return null;
			const { id, name, role } = session.user;
			return { kind: role as SignedIn['kind'], account: id, name };
		},

		limited,

		async signIn(email, password) {
			const address = email.trim().toLowerCase();
			const answer = await limited(`sign-in:${address}`, async () => {
				try {
					const { headers } = await auth.api.signInEmail({
						body: { email: address, password },
						returnHeaders: true,
					});
					return cookiesOf(headers);
				} catch (error) {
					// The library answers 401 to a wrong password, 400 to what is no e-mail address.
					if (error instanceof Error && 'statusCode' in error) return null;
					throw error;
				}
			});
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
			const hash = await passwords.hash(password);
			const user = await internalAdapter.createUser(
				{ name, email: email.trim().toLowerCase(), emailVerified: true, role },
				{ method: 'email-password' },
			);
			await internalAdapter.linkAccount({
				userId: user.id,
				providerId: 'credential',
				accountId: user.id,
				password: hash,
			});
			return user.id;
		},
	};
}
