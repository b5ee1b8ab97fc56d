import { and, asc, count, desc, eq, sql } from 'drizzle-orm';
import type { NoticeKind, NoticeReason, NoticeState } from '../../../core/notices/kinds';
import { may, type Actor } from '../../../core/permissions/may';
import { noticeSendAgain } from '../../../operations/notices';
import type { App } from '../../app';
import type { Database } from '../../foundation/database/connect';
import { account, adult, family, guest, notice, person } from '../../foundation/database/schema';
import { ForbiddenError } from '../../foundation/forbidden';
import { performs } from '../../foundation/runner/perform';
import { fullName } from '../../register/names';
import { composeNotice } from '../wordings/compose-notice';
import { asShown } from './masked';
import { isOfConference } from './undelivered';
import type { NoticeRow } from '../wordings/writing';

/** A notice as the office's list shows it. */
export interface OutboxLine {
	readonly id: string;
	readonly kind: NoticeKind;
	readonly state: NoticeState;
	readonly reason: NoticeReason | null;
	/** When it was sent, or is due; milliseconds. */
	readonly at: number;
	readonly to: string;
	readonly family: { readonly id: string; readonly label: string } | null;
}

/** What of the outbox is looked for. */
export interface OutboxSearch {
	/** In names of people and families; empty for all. */
	readonly text: string;
	readonly kind: NoticeKind | null;
	readonly state: NoticeState | null;
}

/** The most that one page shows. */
const OUTBOX_LINES = 200;

/** The notices of a conference, and those of none, the latest first, and how many there are. */
export async function readOutbox(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
	{ text, kind, state }: OutboxSearch,
): Promise<{ readonly lines: OutboxLine[]; readonly all: number }> {
	if (!may(actor, 'notices.see')) throw new ForbiddenError();
	const pattern = `%${text.replaceAll(/[\\%_]/g, '\\$&')}%`;
	const found = and(
		isOfConference(conferenceId),
		isFor(actor),
		kind ? eq(notice.kind, kind) : undefined,
		state ? eq(notice.state, state) : undefined,
		text
			? sql`concat_ws(' ', ${adult.givenName}, ${adult.familyName}, ${family.label}, ${guest.name},
					${person.givenName}, ${person.familyName}, ${account.name}) ilike ${pattern}`
			: undefined,
	);
	const rows = await joined(db)
		.where(found)
		.orderBy(desc(sql`coalesce(${notice.sentAt}, ${notice.dueAt})`), asc(notice.id))
		.limit(OUTBOX_LINES);
	const [counted] = await db
		.select({ all: count() })
		.from(notice)
		.leftJoin(adult, eq(adult.id, notice.adultId))
		.leftJoin(guest, eq(guest.id, notice.guestId))
		.leftJoin(person, eq(person.id, notice.personId))
		.leftJoin(account, eq(account.id, notice.accountId))
		.leftJoin(family, eq(family.id, notice.familyId))
		.where(found);
	return { lines: rows.map(lineOf), all: counted?.all ?? 0 };
}

const joined = (db: Database) =>
	db
		.select({ notice, adult, guest, person, account, family })
		.from(notice)
		.leftJoin(adult, eq(adult.id, notice.adultId))
		.leftJoin(guest, eq(guest.id, notice.guestId))
		.leftJoin(person, eq(person.id, notice.personId))
		.leftJoin(account, eq(account.id, notice.accountId))
		.leftJoin(family, eq(family.id, notice.familyId))
		.$dynamic();

/**
 * That somebody is not told is known to few. What is over looks the same to whoever may not see it, so all others
 * see neither.
 */
const isFor = (actor: Actor) =>
	may(actor, 'safety.see')
		? undefined
		: sql`${notice.reason} is null or ${notice.reason} not in ('not-told', 'over')`;

const recipientOf = ({ adult, person, guest, account }: Parameters<typeof lineOf>[0]): string => {
	const named = adult ?? person;
	return named ? fullName(named) : (guest?.name ?? account?.name ?? '');
};

function lineOf(row: {
	readonly notice: NoticeRow;
	readonly adult: typeof adult.$inferSelect | null;
	readonly guest: typeof guest.$inferSelect | null;
	readonly person: typeof person.$inferSelect | null;
	readonly account: typeof account.$inferSelect | null;
	readonly family: typeof family.$inferSelect | null;
}): OutboxLine {
	const { id, kind, state, reason, sentAt, dueAt } = row.notice;
	return {
		id,
		kind,
		state,
		reason,
		at: sentAt ?? dueAt,
		to: recipientOf(row),
		family: row.family && { id: row.family.id, label: row.family.label ?? '' },
	};
}

/** A notice as its recipient reads it, with private links made unreadable; `null` for an unknown one. */
export async function readNotice(
	app: App,
	actor: Actor,
	conferenceId: string,
	id: string,
): Promise<{
	readonly line: OutboxLine;
	readonly text: { readonly subject: string; readonly text: string; readonly html: string } | null;
	readonly calendars: number;
} | null> {
	if (!may(actor, 'notices.see')) throw new ForbiddenError();
	const [row] = await joined(app.db)
		.where(and(eq(notice.id, id), isOfConference(conferenceId), isFor(actor)))
		.limit(1);
	if (!row) return null;
	const composed = await composeNotice(app, row.notice);
	if ('reason' in composed) return { line: lineOf(row), text: null, calendars: 0 };
	const { message } = composed;
	return {
		line: lineOf(row),
		text: asShown(message),
		calendars: message.calendars?.length ?? 0,
	};
}

/** Has a notice sent once more, as things are now; `on-its-way`: that is about to happen anyway. */
export const sendNoticeAgain = performs(noticeSendAgain).by({
	async work({ tx, clock, input: { notice: id } }) {
		const [row] = await tx.select().from(notice).where(eq(notice.id, id)).for('update');
		if (!row) return { refused: { reason: 'unknown' } };
		if (row.state === 'waiting' || row.state === 'sending')
			return { refused: { reason: 'on-its-way' } };
		await tx
			.update(notice)
			.set({ state: 'waiting', reason: null, attempts: 0, dueAt: clock.now() })
			.where(eq(notice.id, id));
		const { conferenceId } = row;
		return {
			done: {},
			act: {
				kind: 'notice.sent-again',
				conferenceId: conferenceId ?? undefined,
				after: { notice: id },
			},
		};
	},
});
