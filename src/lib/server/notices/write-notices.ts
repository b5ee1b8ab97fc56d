import { and, eq, inArray, isNull } from 'drizzle-orm';
import { z } from 'zod';
import type { Actor } from '../../core/permissions/may';
import type { enquiryKinds } from '../../core/visits/enquiry';
import { TAKEN_BACK_WITHIN } from '../../core/visits/taking-back';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import {
	act,
	adult,
	appointment,
	enquiry,
	familyAdult,
	guest,
	hold,
	notice,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import type { DoneAct } from '../foundation/runner/record-act';
import { noticesOfActs, type NoticeRule } from './notices-of-acts';

type KnownAct = DoneAct & { readonly id: string };

/** Whom a notice is for. */
interface Recipient {
	readonly familyId: string | null;
	readonly adultId?: string;
	readonly guestId?: string;
}

/**
 * Writes down who is to be told of an act, in its transaction: what is done is told, and nothing else is. Whether
 * somebody may be told is asked when it is sent, as rights may be withdrawn meanwhile.
 */
export async function writeNotices(
	tx: Transaction,
	clock: Clock,
	actor: Actor,
	done: KnownAct,
): Promise<void> {
	const rule = noticesOfActs[done.kind];
	if (!rule) return;
	if (done.kind === 'visit.undone' && (await wasUntold(tx, done.id))) return;
	const recipients = await recipientsOf(tx, rule, done);
	const waits = rule.isHeldBack && actor.kind === 'adult' ? TAKEN_BACK_WITHIN : 0;
	await insertAll(
		tx,
		notice,
		recipients.map((recipient) => ({
			...recipient,
			id: newId(clock),
			kind: rule.kind,
			actId: done.id,
			conferenceId: done.conferenceId,
			dueAt: clock.now() + waits,
		})),
	);
}

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

async function recipientsOf(
	tx: Transaction,
	rule: NoticeRule,
	done: KnownAct,
): Promise<Recipient[]> {
	switch (rule.for) {
		case 'family':
			return adultsOf(tx, await familyOf(tx, done));
		case 'asker': {
			const answered = enquiryAnswered.safeParse(done.after);
			return answered.success ? enquiriesBy(tx, 'meeting', [answered.data.enquiry]) : [];
		}
		case 'losers': {
			const lost = linksLost.safeParse(done.after);
			return lost.success
				? enquiriesBy(
						tx,
						'lost-link',
						lost.data.enquiries.map(({ id }) => id),
					)
				: [];
		}
		case 'listed':
			return listed.safeParse(done.after).data?.adults ?? [];
		case 'guest': {
			const concerned = guestConcerned.safeParse(done.after ?? done.before);
			return concerned.success ? guestAt(tx, concerned.data.guest) : [];
		}
	}
}

const enquiryAnswered = z.object({ enquiry: z.string() });
const linksLost = z.object({ enquiries: z.array(z.object({ id: z.string() })) });
const listed = z.object({
	adults: z.array(z.object({ familyId: z.string(), adultId: z.string() })),
});
const guestConcerned = z.object({ guest: z.string() });
const visitTouched = z.array(z.object({ family: z.string() })).min(1);
const offered = z.union([
	z.object({ hold: z.object({ id: z.string() }) }).transform(({ hold }) => hold.id),
	z.object({ id: z.string() }).transform(({ id }) => id),
]);

/** The family that an act on visits, or an offer, is about; `null` when it is there no more. */
async function familyOf(tx: Transaction, { before, after }: KnownAct): Promise<string | null> {
	for (const states of [after, before]) {
		const touched = visitTouched.safeParse(states);
		if (touched.success) return touched.data[0]!.family;
	}
	const id = offered.safeParse(after);
	if (!id.success) return null;
	const [kept] = await tx.select().from(hold).where(eq(hold.id, id.data));
	return kept?.familyId ?? null;
}

async function adultsOf(tx: Transaction, familyId: string | null): Promise<Recipient[]> {
	if (familyId === null) return [];
	const rows = await tx
		.select({ adultId: adult.id })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.where(eq(familyAdult.familyId, familyId))
		.orderBy(adult.id);
	return rows.map(({ adultId }) => ({ familyId, adultId }));
}

async function enquiriesBy(
	tx: Transaction,
	kind: (typeof enquiryKinds)[number],
	ids: readonly string[],
): Promise<Recipient[]> {
	const rows = await tx
		.select({ familyId: enquiry.familyId, adultId: enquiry.adultId })
		.from(enquiry)
		.where(and(eq(enquiry.kind, kind), inArray(enquiry.id, [...ids])));
	return rows.flatMap(({ familyId, adultId }) => (adultId ? [{ familyId, adultId }] : []));
}

/** Who left no address is told by the family itself. */
async function guestAt(tx: Transaction, guestId: string): Promise<Recipient[]> {
	const [row] = await tx
		.select({ familyId: appointment.familyId, email: guest.email })
		.from(guest)
		.innerJoin(appointment, eq(appointment.id, guest.appointmentId))
		.where(eq(guest.id, guestId));
	return row?.email ? [{ familyId: row.familyId, guestId }] : [];
}
