import { and, eq, inArray } from 'drizzle-orm';
import { afterQuiet } from '../../../core/notices/notice-rules';
import type { Actor } from '../../../core/permissions/may';
import { TAKEN_BACK_WITHIN } from '../../../core/visits/taking-back';
import { MINUTE } from '../../../core/time/local-of';
import type { Clock } from '../../foundation/clock';
import type { Transaction } from '../../foundation/database/connect';
import { insertAll } from '../../foundation/database/insert-all';
import { act, notice } from '../../foundation/database/schema';
import { newId } from '../../foundation/identifiers';
import type { Tells } from '../../foundation/runner/consequences';
import type { DoneAct } from '../../foundation/runner/record-act';
import { triedBy } from '../../conferences/is-on-trial';
import { touchedFamilies } from './facts-of-acts';
import type { Recipient } from './finding';
import { recipientsOf } from './recipients';
import { readTelling } from './telling';

/** Somebody who sets up desks tries this and that: what stands after so long without a change is told; milliseconds. */
const UNTIL_IT_IS_MADE = 2 * MINUTE;

/** Those of the school who are told of what families do: not of what a colleague tries. */
const TO_THE_SCHOOL: ReadonlySet<Tells['whom']> = new Set(['receivers', 'asked-for']);

const isOfTrial = async (tx: Transaction, act: KnownAct): Promise<boolean> => {
	const families = touchedFamilies(act);
	return families.length > 0 && (await triedBy(tx, families)) !== null;
};

type KnownAct = DoneAct & { readonly id: string };

/**
 * Writes down who is to be told of an act, in its transaction: what is done is told, and nothing else is. Whether
 * somebody may be told is asked when it is sent, as rights may be withdrawn meanwhile. Nobody is told of one act
 * twice: the first of what is told counts.
 */
export async function writeNotices(
	tx: Transaction,
	clock: Clock,
	actor: Actor,
	{ act: done, tells }: { readonly act: KnownAct; readonly tells: readonly Tells[] },
): Promise<void> {
	if (tells.length === 0) return;
	if (done.kind === 'visit.undone' && (await wasUntold(tx, done.id))) return;
	const telling = done.conferenceId ? await readTelling(tx, done.conferenceId) : null;
	const told = new Set<string>();
	const rows = [];
	const isTried = await isOfTrial(tx, done);
	for (const { kind, whom, isHeldBack, isInTheMaking } of tells) {
		if (isTried && TO_THE_SCHOOL.has(whom)) continue;
		const isOwn = actor.kind === 'adult' && isHeldBack === true;
		const pause = isInTheMaking ? UNTIL_IT_IS_MADE : isOwn ? TAKEN_BACK_WITHIN : 0;
		const due = clock.now() + pause;
		// Who has just done something themselves is awake.
		const dueAt =
			telling && !(isOwn && whom === 'family')
				? afterQuiet(due, telling.zone, telling.rules, kind)
				: due;
		const found = await recipientsOf({ tx, clock, actor, act: done, telling }, { whom });
		const recipients = isInTheMaking
			? await withoutWaiting(tx, { kind, conferenceId: done.conferenceId, dueAt }, found)
			: found;
		for (const recipient of recipients) {
			const who = recipientKey(recipient);
			if (told.has(who)) continue;
			told.add(who);
			rows.push({
				...recipient,
				id: newId(clock),
				kind,
				actId: done.id,
				conferenceId: done.conferenceId,
				dueAt,
			});
		}
	}
	await insertAll(tx, notice, rows);
}

/** Whoever is about to be told of the same has it put off, as what is told is how things stand then. */
async function withoutWaiting(
	tx: Transaction,
	{
		kind,
		conferenceId,
		dueAt,
	}: Pick<typeof notice.$inferInsert, 'kind' | 'conferenceId' | 'dueAt'>,
	recipients: readonly Recipient[],
): Promise<Recipient[]> {
	if (recipients.length === 0) return [];
	const waiting = await tx
		.select()
		.from(notice)
		.where(
			and(
				eq(notice.kind, kind),
				eq(notice.conferenceId, conferenceId!),
				eq(notice.state, 'waiting'),
			),
		)
		.for('update');
	const whose = new Map(waiting.map(({ id, ...row }) => [recipientKey(row), id]));
	const putOff = recipients.flatMap((one) => whose.get(recipientKey(one)) ?? []);
	if (putOff.length) await tx.update(notice).set({ dueAt }).where(inArray(notice.id, putOff));
	return recipients.filter((one) => !whose.has(recipientKey(one)));
}

const recipientKey = ({ familyId, adultId, guestId, personId, accountId }: RecipientIds): string =>
	[familyId, adultId, guestId, personId, accountId].join(' ');

type RecipientIds = { readonly [Id in keyof Recipient]?: string | null };

/** Nobody was told yet of what is taken back, and nobody will be: there is nothing to tell. */
async function wasUntold(tx: Transaction, undoing: string): Promise<boolean> {
	const undone = tx.select({ id: act.id }).from(act).where(eq(act.undoneBy, undoing));
	const dropped = await tx
		.update(notice)
		.set({ state: 'not-sent', reason: 'taken-back' })
		.where(and(inArray(notice.actId, undone), eq(notice.state, 'waiting')))
		.returning({ id: notice.id });
	const [told] = await tx
		.select({ id: notice.id })
		.from(notice)
		.where(and(inArray(notice.actId, undone), inArray(notice.state, ['sending', 'sent'])))
		.limit(1);
	return dropped.length > 0 && told === undefined;
}
