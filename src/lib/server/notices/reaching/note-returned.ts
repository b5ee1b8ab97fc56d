import { eq } from 'drizzle-orm';
import { noticeReturned } from '../../../operations/notices';
import { notice } from '../../foundation/database/schema';
import { performs } from '../../foundation/runner/perform';
import { noteRefused } from './note-refused';

/** Notes that a message came back: it stands on the office's list. One that never takes anything counts as no address. */
export const noteReturned = performs(noticeReturned).by({
	async work({ tx, input: { notice: id, isForGood } }) {
		const [row] = await tx.select().from(notice).where(eq(notice.id, id)).for('update');
		if (!row) return { refused: { reason: 'unknown' } };
		if (row.state !== 'sent') return { done: {}, act: null };
		await tx.update(notice).set({ state: 'failed', reason: 'returned' }).where(eq(notice.id, id));
		if (isForGood) await noteRefused(tx, row);
		const { conferenceId } = row;
		const act = { kind: 'notice.returned', after: { notice: id } } as const;
		return { done: {}, act: { ...act, conferenceId: conferenceId ?? undefined } };
	},
});
