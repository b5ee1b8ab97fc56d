import { sql } from 'drizzle-orm';
import { bigint, boolean, integer, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { dateTime, id, instant } from './columns';

/** Who signs in with a password. Teachers and families come through invitations instead. */
export const account = pgTable(
	'account',
	{
		id: id(),
		name: text('name').notNull(),
		email: text('email').notNull(),
		emailVerified: boolean('email_verified').notNull().default(false),
		image: text('image'),
		role: text('role', { enum: ['organiser', 'helper', 'front-door'] })
			.notNull()
			.default('helper'),
		/** Among the few who know of withdrawn rights and of families kept apart. */
		knowsSafety: boolean('knows_safety').notNull().default(false),
		/** Of an organiser: whether the office's messages come to this address. */
		isTold: boolean('is_told').notNull().default(true),
		twoFactorEnabled: boolean('two_factor_enabled').notNull().default(false),
		withdrawnAt: dateTime('withdrawn_at'),
		createdAt: dateTime('created_at').notNull(),
		updatedAt: dateTime('updated_at').notNull(),
	},
	(table) => [uniqueIndex('account_email').on(sql`lower(${table.email})`)],
);

export const accountSession = pgTable('account_session', {
	id: id(),
	userId: uuid('user_id')
		.notNull()
		.references(() => account.id, { onDelete: 'cascade' }),
	token: text('token').notNull().unique(),
	expiresAt: dateTime('expires_at').notNull(),
	ipAddress: text('ip_address'),
	userAgent: text('user_agent'),
	createdAt: dateTime('created_at').notNull(),
	updatedAt: dateTime('updated_at').notNull(),
});

export const accountCredential = pgTable('account_credential', {
	id: id(),
	accountId: text('account_id').notNull(),
	providerId: text('provider_id').notNull(),
	userId: uuid('user_id')
		.notNull()
		.references(() => account.id, { onDelete: 'cascade' }),
	accessToken: text('access_token'),
	refreshToken: text('refresh_token'),
	idToken: text('id_token'),
	accessTokenExpiresAt: dateTime('access_token_expires_at'),
	refreshTokenExpiresAt: dateTime('refresh_token_expires_at'),
	scope: text('scope'),
	password: text('password'),
	createdAt: dateTime('created_at').notNull(),
	updatedAt: dateTime('updated_at').notNull(),
});

export const accountVerification = pgTable('account_verification', {
	id: id(),
	identifier: text('identifier').notNull(),
	value: text('value').notNull(),
	expiresAt: dateTime('expires_at').notNull(),
	createdAt: dateTime('created_at').notNull(),
	updatedAt: dateTime('updated_at').notNull(),
});

/** Counts attempts at passwords and codes; keys are keyed digests. Times in milliseconds. */
export const attempt = pgTable('attempt', {
	key: text('key').primaryKey(),
	points: integer('points').notNull().default(0),
	/** When they are forgotten. */
	expire: bigint('expire', { mode: 'number' }),
	/** Before that nothing is tried. */
	freeAt: bigint('free_at', { mode: 'number' }).notNull().default(0),
});

/** A second factor; secret and spare codes are encrypted under the server's key. */
export const accountSecondFactor = pgTable('account_second_factor', {
	id: id(),
	userId: uuid('user_id')
		.notNull()
		.references(() => account.id, { onDelete: 'cascade' }),
	secret: text('secret').notNull(),
	backupCodes: text('backup_codes').notNull(),
	verified: boolean('verified').notNull().default(true),
	failedVerificationCount: integer('failed_verification_count').notNull().default(0),
	lockedUntil: dateTime('locked_until'),
});

/** Codes of authenticators that were used: each is good once. Of the code only a keyed digest is kept. */
export const usedCode = pgTable('used_code', {
	digest: text('digest').primaryKey(),
	/** Until then the authenticator's clock could show it again. */
	until: instant('until').notNull(),
});

/** What another program may do in an organiser's name. Of the token only a keyed digest is kept. */
export const apiToken = pgTable('api_token', {
	id: id(),
	name: text('name').notNull(),
	accountId: uuid('account_id')
		.notNull()
		.references(() => account.id, { onDelete: 'cascade' }),
	scopes: text('scopes').array().notNull(),
	digest: text('digest').notNull().unique(),
	madeAt: instant('made_at').notNull(),
	revokedAt: instant('revoked_at'),
});
