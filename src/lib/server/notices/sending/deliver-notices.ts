import { and, asc, eq, inArray, lt, lte, or, sql } from 'drizzle-orm';
import type { NoticeReason } from '../../../core/notices/kinds';
import type { App } from '../../app';
import { describeError } from '../../foundation/failures/describe-error';
import { notice } from '../../foundation/database/schema';
import { noteRefused, noteTaken } from '../reaching/note-refused';
import { composeNotice } from '../wordings/compose-notice';
import { settleLostLink } from '../wordings/link-wording';
import type { NoticeRow } from '../wordings/writing';

const MINUTE = 60_000;
/** So many are taken at a time: what was begun when a server died is begun again, and no more than that. All of them
 * together take less than `LONGEST_SENDING`, as the mail server is not waited for longer than a minute. */
const AT_ONCE = 4;
/** After so long without an end, whoever began to send is taken for dead; milliseconds. */
const LONGEST_SENDING = 5 * MINUTE;
/** How long is waited after each try that reached no mail server, in minutes; then it is given up. */
const PAUSES = [1, 2, 5, 15, 30, 60, 120, 240, 480];

/**
 * Sends what is due, the oldest first, and answers how many were taken in hand. Several server processes may do so
 * at once. A notice is sent at least once: what was handed over just before a server died is handed over again,
 * with the same Message-ID.
 */
export async function deliverNotices(app: App): Promise<number> {
	let taken = 0;
	for (;;) {
		const rows = await claimDue(app);
		if (rows.length === 0) return taken;
		taken += rows.length;
		for (const row of rows) await settle(app, row, await tryToSend(app, row));
	}
}

async function claimDue({ db, clock }: App): Promise<NoticeRow[]> {
	const now = clock.now();
	return db.transaction(async (tx) => {
		const due = await tx
			.select({ id: notice.id })
			.from(notice)
			.where(
				or(
					and(eq(notice.state, 'waiting'), lte(notice.dueAt, now)),
					and(eq(notice.state, 'sending'), lt(notice.claimedAt, now - LONGEST_SENDING)),
				),
			)
			.orderBy(asc(notice.dueAt), asc(notice.id))
			.limit(AT_ONCE)
			.for('update', { skipLocked: true });
		if (due.length === 0) return [];
		return tx
			.update(notice)
			.set({ state: 'sending', claimedAt: now, attempts: sql`${notice.attempts} + 1` })
			.where(
				inArray(
					notice.id,
					due.map(({ id }) => id),
				),
			)
			.returning();
	});
}

/** What became of a try; `unreachable` is tried again, everything else is the end. */
type Tried = 'sent' | NoticeReason;

async function tryToSend(app: App, row: NoticeRow): Promise<Tried> {
	try {
		const composed = await composeNotice(app, row);
		if ('reason' in composed) return composed.reason;
		const sent = await app.mail.send({ about: `notice.${row.id}`, ...composed.message });
		if (sent === 'sent' && row.kind === 'lost-link') await settleLostLink(app, row);
		return sent;
	} catch (error) {
		// One that cannot be written must not keep the others from being sent.
		app.log.error({ notice: row.id, ...describeError(error) }, 'a notice could not be written');
		return 'unreachable';
	}
}

async function settle({ db, clock }: App, row: NoticeRow, tried: Tried): Promise<void> {
	const pause = PAUSES[row.attempts - 1];
	const mine = and(eq(notice.id, row.id), eq(notice.state, 'sending'));
	const set = (values: Partial<typeof notice.$inferInsert>) =>
		db
			.update(notice)
			.set({ claimedAt: null, ...values })
			.where(mine);
	if (tried === 'sent') {
		await set({ state: 'sent', reason: null, sentAt: clock.now() });
		await noteTaken(db, row);
	} else if (tried === 'refused') {
		await set({ state: 'failed', reason: tried });
		await noteRefused(db, row);
	} else if (tried !== 'unreachable') await set({ state: 'not-sent', reason: tried });
	else if (pause === undefined) await set({ state: 'failed', reason: tried });
	else await set({ state: 'waiting', reason: tried, dueAt: clock.now() + pause * MINUTE });
}
