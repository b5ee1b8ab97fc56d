import { and, count, eq, max } from 'drizzle-orm';
import { may, type Actor } from '../../../core/permissions/may';
import type { App } from '../../app';
import { notice } from '../../foundation/database/schema';
import { ForbiddenError } from '../../foundation/forbidden';

/** Whether messages get out. */
export interface MailStatus {
	/** The mail server's name; `null`: there is none. */
	readonly server: string | null;
	/** The sender. */
	readonly from: string;
	/** When the mail server took the last message; milliseconds. */
	readonly lastSent: number | null;
	/** How many are waiting because it could not be reached. */
	readonly stuck: number;
}

/** How sending stands, in all conferences together. */
export async function readMailStatus(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
): Promise<MailStatus> {
	if (!may(actor, 'notices.see')) throw new ForbiddenError();
	const [[last], [waiting]] = await Promise.all([
		db.select({ at: max(notice.sentAt) }).from(notice),
		db
			.select({ count: count() })
			.from(notice)
			.where(and(eq(notice.state, 'waiting'), eq(notice.reason, 'unreachable'))),
	]);
	const { smtpUrl, mailFrom } = config;
	return {
		server: smtpUrl ? new URL(smtpUrl).hostname : null,
		from: mailFrom,
		lastSent: last?.at ?? null,
		stuck: waiting?.count ?? 0,
	};
}
