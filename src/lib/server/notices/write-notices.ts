import { and, eq, inArray, isNull } from 'drizzle-orm';
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
import {
	answeredEnquiry,
	concernedGuest,
	listedAdults,
	lostLinks,
	offeredHold,
	touchedFamily,
} from './facts-of-acts';
import type { Tells } from '../foundation/runner/consequences';

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
	{ act: done, tells }: { readonly act: KnownAct; readonly tells: Tells },
): Promise<void> {
	if (done.kind === 'visit.undone' && (await wasUntold(tx, done.id))) return;
	const recipients = await recipientsOf(tx, tells, done);
	const waits = tells.isHeldBack && actor.kind === 'adult' ? TAKEN_BACK_WITHIN : 0;
	await insertAll(
		tx,
		notice,
		recipients.map((recipient) => ({
			...recipient,
			id: newId(clock),
			kind: tells.kind,
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
	{ whom }: Tells,
	done: KnownAct,
): Promise<Recipient[]> {
	switch (whom) {
		case 'family':
			return adultsOf(tx, touchedFamily(done) ?? (await familyOffered(tx, done.after)));
		case 'asker': {
			const id = answeredEnquiry(done.after);
			return enquiriesBy(tx, 'meeting', id === null ? [] : [id]);
		}
		case 'losers':
			return enquiriesBy(tx, 'lost-link', lostLinks(done.after));
		case 'listed':
			return listedAdults(done.after);
		case 'guest':
			return guestAt(tx, concernedGuest(done));
	}
}

/** The family that is offered something; `null` for nothing, or when that is there no more. */
async function familyOffered(tx: Transaction, after: unknown): Promise<string | null> {
	const id = offeredHold(after);
	if (id === null) return null;
	const [kept] = await tx.select().from(hold).where(eq(hold.id, id));
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
	if (ids.length === 0) return [];
	const rows = await tx
		.select({ familyId: enquiry.familyId, adultId: enquiry.adultId })
		.from(enquiry)
		.where(and(eq(enquiry.kind, kind), inArray(enquiry.id, [...ids])));
	return rows.flatMap(({ familyId, adultId }) => (adultId ? [{ familyId, adultId }] : []));
}

/** Who left no address is told by the family itself. */
async function guestAt(tx: Transaction, guestId: string | null): Promise<Recipient[]> {
	if (guestId === null) return [];
	const [row] = await tx
		.select({ familyId: appointment.familyId, email: guest.email })
		.from(guest)
		.innerJoin(appointment, eq(appointment.id, guest.appointmentId))
		.where(eq(guest.id, guestId));
	return row?.email ? [{ familyId: row.familyId, guestId }] : [];
}
