import { and, asc, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { linksSendAll, type SendingState } from '../../operations/messages';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import { invitation, linkSending, linkSendingPerson, person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { addJob } from '../foundation/add-job';
import { performs } from '../foundation/runner/perform';
import { sendLinkTo, type LinkWords } from './teacher-links';

/**
 * Begins to send private links to all teachers who have not confirmed their address; a job sends them.
 * `busy` while the links of an earlier act are still being sent.
 */
export const beginSending = performs(linksSendAll).by({
	lock: async ({ tx }) => {
		await tx.execute(sql`lock table link_sending in share row exclusive mode`);
	},
	async work({ tx, clock }) {
		const [going] = await tx.select().from(linkSending).where(isNull(linkSending.endedAt));
		if (going) return { refused: { reason: 'busy' } };
		const rows = await tx
			.select({ id: person.id })
			.from(person)
			.innerJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
			.where(
				and(
					...[isNull(person.leftAt), isNotNull(person.email), eq(person.isTeacher, true)],
					isNull(person.emailConfirmedAt),
				),
			);
		if (rows.length === 0) return { refused: { reason: 'nobody' } };
		const sending = newId(clock);
		await tx.insert(linkSending).values({ id: sending, beganAt: clock.now() });
		await insertAll(
			tx,
			linkSendingPerson,
			rows.map(({ id }) => ({ sendingId: sending, personId: id })),
		);
		await addJob(tx, { task: 'send-links', payload: { sending } });
		const after = { persons: rows.map(({ id }) => id) };
		return { done: { sending }, act: { kind: 'links.sent', after } };
	},
});

/** Sends what is still to be sent, one message after the other; begun again, it goes on where it was. */
export async function sendLinks(
	app: Pick<App, 'db' | 'config' | 'clock' | 'mail'>,
	sending: string,
	words: LinkWords,
): Promise<void> {
	const { db, clock } = app;
	const open = await db
		.select({ person, invitation })
		.from(linkSendingPerson)
		.innerJoin(person, eq(person.id, linkSendingPerson.personId))
		.innerJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.where(and(eq(linkSendingPerson.sendingId, sending), isNull(linkSendingPerson.outcome)))
		.orderBy(asc(person.id));
	for (const { person: to, invitation } of open) {
		const isSent = await sendLinkTo(app, sending, to, invitation, words);
		await db
			.update(linkSendingPerson)
			.set({ outcome: isSent ? 'sent' : 'failed' })
			.where(and(eq(linkSendingPerson.sendingId, sending), eq(linkSendingPerson.personId, to.id)));
	}
	await db.update(linkSending).set({ endedAt: clock.now() }).where(eq(linkSending.id, sending));
}

/** How far the latest sending is; `null` before there was one. */
export async function latestSending(db: Reader): Promise<SendingState | null> {
	const [latest] = await db
		.select()
		.from(linkSending)
		.orderBy(desc(linkSending.beganAt), desc(linkSending.id))
		.limit(1);
	if (!latest) return null;
	const rows = await db
		.select({ outcome: linkSendingPerson.outcome })
		.from(linkSendingPerson)
		.where(eq(linkSendingPerson.sendingId, latest.id));
	return {
		all: rows.length,
		sent: rows.filter(({ outcome }) => outcome === 'sent').length,
		failed: rows.filter(({ outcome }) => outcome === 'failed').length,
		isDone: latest.endedAt !== null,
	};
}
