import { and, eq, isNull } from 'drizzle-orm';
import { SYSTEM, type Actor } from '../../core/permissions/may';
import { ownEmailAsk, ownEmailProve } from '../../operations/register';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { adult } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { emailProofLink, isEmailProof, readLinkToken } from '../invitations/links';
import { emailMovedWords, emailProofWords } from '../messages/message-words';
import { fullName } from './names';

/** How long the link in the message is good; milliseconds. */
const GOOD_FOR = 3 * 24 * 60 * 60_000;

/**
 * Asks that an adult be written to at another address: it counts once the link that is sent there was opened and
 * confirmed. `false` when the message could not be sent; nothing is waited for then.
 */
export async function askForEmail(
	app: App,
	actor: Actor,
	input: { readonly adult: string; readonly email: string },
): Promise<boolean> {
	const asked = await askEmail(app, actor, input);
	if (!asked.ok) return false;
	const [row] = await app.db.select().from(adult).where(eq(adult.id, input.adult));
	if (!row?.emailWanted || row.emailWantedAt === null) return false;
	const ref = { id: row.id, version: row.emailWantedAt };
	const link = emailProofLink(app.config.origin, app.config.key, ref);
	const words = await emailProofWords(app, { name: fullName(row), link });
	const message = { about: asked.act, to: row.emailWanted, ...words };
	const isSent = (await app.mail.send(message)) === 'sent';
	// What never came cannot be confirmed: nobody is told to wait for it.
	if (!isSent)
		await app.db
			.update(adult)
			.set({ emailWanted: null, emailWantedAt: null })
			.where(and(eq(adult.id, row.id), eq(adult.emailWantedAt, ref.version)));
	return isSent;
}

/** Remembers the address that is wanted. */
const askEmail = performs(ownEmailAsk).by({
	async work({ tx, act, clock, input: { adult: id, email } }) {
		await tx
			.update(adult)
			.set({ emailWanted: email, emailWantedAt: clock.now() })
			.where(eq(adult.id, id));
		return { done: { act }, act: { kind: 'adult.changed', after: { adult: id } } };
	},
});

/** The address that a link would confirm, and whose it is; `null` for every link that confirms nothing. */
export async function wantedEmail(
	{ db, clock, config: { key } }: Pick<App, 'db' | 'clock' | 'config'>,
	token: string,
): Promise<{ readonly name: string; readonly email: string } | null> {
	const row = await provedRow(db, { key, token, now: clock.now() });
	return row && { name: fullName(row), email: row.emailWanted! };
}

async function provedRow(
	db: Reader,
	{ key, token, now }: { readonly key: string; readonly token: string; readonly now: number },
): Promise<typeof adult.$inferSelect | null> {
	const read = readLinkToken(token);
	if (!read) return null;
	const [row] = await db
		.select()
		.from(adult)
		.where(and(eq(adult.id, read.id), isNull(adult.leftAt)));
	if (!row?.emailWanted || row.emailWantedAt === null) return null;
	const isGood = isEmailProof(key, { id: row.id, version: row.emailWantedAt }, read.secret);
	return isGood && now < row.emailWantedAt + GOOD_FOR ? row : null;
}

/**
 * Makes the address of a link the adult's, and tells the old one, so that nobody's messages are led away unseen.
 * The new address, or `null` for a link that confirms nothing.
 */
export async function proveEmail(app: App, token: string): Promise<string | null> {
	const before = await provedRow(app.db, {
		key: app.config.key,
		token,
		now: app.clock.now(),
	});
	if (!before) return null;
	const proved = await prove(app, SYSTEM, { token });
	if (!proved.ok) return null;
	if (before.email)
		await app.mail.send({
			about: `${proved.act}.old`,
			to: before.email,
			...(await emailMovedWords(app, fullName(before))),
		});
	return before.emailWanted;
}

const prove = performs(ownEmailProve).by({
	async work({ tx, act, clock, config: { key }, input: { token } }) {
		const row = await provedRow(tx, { key, token, now: clock.now() });
		if (!row) return { refused: { reason: 'wrong-proof' } };
		await tx
			.update(adult)
			.set({
				email: row.emailWanted,
				emailWanted: null,
				emailWantedAt: null,
				version: row.version + 1,
			})
			.where(eq(adult.id, row.id));
		return { done: { act }, act: { kind: 'adult.changed', after: { adult: row.id } } };
	},
});
