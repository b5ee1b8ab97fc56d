import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { NoticeKind } from '../../../core/notices/kinds';
import { may, type Actor } from '../../../core/permissions/may';
import { localOf } from '../../../core/time/local-of';
import { addDays } from '../../../core/time/local-time';
import type { App } from '../../app';
import {
	account,
	adult,
	appointment,
	claim,
	familyAdult,
	notice,
	wish,
} from '../../foundation/database/schema';
import { ForbiddenError } from '../../foundation/forbidden';
import { newId } from '../../foundation/identifiers';
import type { Message } from '../../messages/mailer';
import { composeNotice } from '../wordings/compose-notice';
import { asShown, masked } from './masked';
import { readTelling, type ConferenceTelling } from '../telling/telling';
import type { NoticeRow } from '../wordings/writing';

/** Of which kind, and to which family, if it goes to one. */
export interface PreviewWish {
	readonly conferenceId: string;
	readonly kind: NoticeKind;
	readonly familyId: string | null;
}

/** A message as somebody real would read it now, with private links made unreadable. */
export interface Preview {
	readonly subject: string;
	readonly text: string;
	readonly html: string;
}

/** Shows a message of a kind with real facts; `null` when there is nobody yet to whom it could go. */
export async function previewNotice(
	app: App,
	actor: Actor,
	wanted: PreviewWish,
): Promise<Preview | null> {
	const message = await composePreview(app, actor, wanted);
	return message && asShown(message);
}

/** Sends somebody of the office what a preview shows; `null`: there is nothing to show. */
export async function sendPreview(
	app: App,
	actor: Actor,
	wanted: PreviewWish,
): Promise<{ readonly to: string; readonly isSent: boolean } | null> {
	if (!('account' in actor)) throw new ForbiddenError();
	const [me] = await app.db.select().from(account).where(eq(account.id, actor.account));
	const message = me && (await composePreview(app, actor, wanted));
	if (!message) return null;
	const { subject, text, html, pictures } = message;
	const sent = await app.mail.send({
		about: `preview.${newId(app.clock)}`,
		to: me.email,
		replyTo: message.replyTo,
		subject,
		text: masked(text),
		html: html && masked(html),
		pictures,
	});
	return { to: me.email, isSent: sent === 'sent' };
}

async function composePreview(
	app: App,
	actor: Actor,
	wanted: PreviewWish,
): Promise<Omit<Message, 'about'> | null> {
	if (!may(actor, 'notices.see')) throw new ForbiddenError();
	const telling = await readTelling(app.db, wanted.conferenceId);
	if (!telling) return null;
	const row = (await latestOf(app, wanted)) ?? (await invented(app, telling, actor, wanted));
	if (!row) return null;
	const composed = await composeNotice(app, row);
	return 'message' in composed ? composed.message : null;
}

/** The latest that was written, as it would be today. */
async function latestOf({ db }: App, wanted: PreviewWish): Promise<NoticeRow | null> {
	const [row] = await db
		.select()
		.from(notice)
		.where(
			and(
				eq(notice.conferenceId, wanted.conferenceId),
				eq(notice.kind, wanted.kind),
				wanted.familyId ? sql`${notice.familyId} = ${wanted.familyId}` : undefined,
				inArray(notice.state, ['sent', 'waiting']),
			),
		)
		.orderBy(desc(notice.dueAt))
		.limit(1);
	return row ?? null;
}

/** One that tells of no act can be made for anybody whom it might reach. */
async function invented(
	app: App,
	{ id: conferenceId, zone }: ConferenceTelling,
	actor: Actor,
	{ kind, familyId }: PreviewWish,
): Promise<NoticeRow | null> {
	const now = app.clock.now();
	const blank: NoticeRow = {
		id: newId(app.clock),
		kind,
		conferenceId,
		actId: null,
		about: null,
		familyId: null,
		adultId: null,
		guestId: null,
		personId: null,
		accountId: null,
		edition: 1,
		dueAt: now,
		state: 'waiting',
		reason: null,
		attempts: 0,
		claimedAt: null,
		sentAt: null,
	};
	if (kind === 'office-day')
		return 'account' in actor
			? { ...blank, accountId: actor.account, about: addDays(localOf(now, zone).date, -1) }
			: null;
	if (kind === 'teacher-day') return aTeachersDay(app, blank, zone);
	if (kind !== 'invited' && kind !== 'not-booked' && kind !== 'reminder') return null;
	const [someone] = await app.db
		.select({ familyId: familyAdult.familyId, adultId: adult.id, at: appointment.startsAt })
		.from(wish)
		.innerJoin(familyAdult, eq(familyAdult.familyId, wish.familyId))
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.leftJoin(
			appointment,
			and(
				eq(appointment.familyId, wish.familyId),
				eq(appointment.conferenceId, wish.conferenceId),
				eq(appointment.stands, true),
			),
		)
		.where(
			and(
				eq(wish.conferenceId, conferenceId),
				isNull(wish.droppedAt),
				sql`${adult.email} is not null`,
				familyId ? sql`${wish.familyId} = ${familyId}` : undefined,
				kind === 'reminder' ? sql`${appointment.id} is not null` : undefined,
				kind === 'not-booked' ? sql`${appointment.id} is null` : undefined,
			),
		)
		.orderBy(asc(appointment.startsAt))
		.limit(1);
	if (!someone) return null;
	const { adultId, at } = someone;
	const about = at === null ? null : localOf(at, zone).date;
	return { ...blank, familyId: someone.familyId, adultId, about };
}

async function aTeachersDay(
	{ db, clock }: App,
	blank: NoticeRow,
	zone: string,
): Promise<NoticeRow | null> {
	const [turn] = await db
		.select({ personId: claim.thing, at: claim.startsAt })
		.from(claim)
		.innerJoin(appointment, eq(appointment.id, claim.appointmentId))
		.where(
			and(
				eq(claim.kind, 'person'),
				sql`${appointment.conferenceId} = ${blank.conferenceId}`,
				sql`${claim.startsAt} > to_timestamp(${clock.now() / 1000})`,
			),
		)
		.orderBy(asc(claim.startsAt), asc(claim.thing))
		.limit(1);
	if (!turn) return null;
	const personId = turn.personId as NonNullable<NoticeRow['personId']>;
	return { ...blank, personId, about: localOf(turn.at, zone).date };
}
