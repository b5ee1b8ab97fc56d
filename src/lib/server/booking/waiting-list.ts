import { and, asc, eq, lte, sql } from 'drizzle-orm';
import { seatStates } from '../../core/conferences/seat-state';
import type { ConferenceSnapshot, Slot } from '../../core/conferences/snapshot';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { MINUTE } from '../../core/time/local-time';
import { settleVisit, type SettledAppointment } from '../../core/visits/settle-visit';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import type { Reader, Transaction } from '../database/connect';
import { inTransaction } from '../database/transaction';
import { hold, waiting, wish, wishDesk } from '../database/schema';
import { newId } from '../identifiers';
import { announceChange } from '../live/announce';
import { ForbiddenError } from '../permissions/forbidden';
import { lockWanted } from './change-visit';
import { shareOf } from './family-share';
import { dropHolds, keptSlots } from './held-claims';
import { prepare, writeHold } from './hold-visit';
import { lockSlots } from './lock-visit';
import { visitFacts } from './visit-facts';

const SYSTEM: Actor = { kind: 'system' };

type WaitingRow = typeof waiting.$inferSelect;

/** Puts a family's wish on the waiting list; a second time changes nothing. `null`: no such wish. */
export async function joinWaitingList(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	request: { conferenceId: string; familyId: string; wish: string },
): Promise<{ id: string } | null> {
	const { conferenceId, familyId } = request;
	if (!may(actor, 'visit.book', { family: familyId })) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const { family } = await prepare(tx, app.clock, request);
		const wanted = shareOf(actor, family).wishes.find(({ id }) => id === request.wish);
		const isServed = family.own.some(({ wishes }) => wishes.includes(request.wish));
		if (!wanted || isServed) return null;
		const [known] = await tx.select().from(waiting).where(eq(waiting.wishId, wanted.id));
		if (known) return { id: known.id };
		const id = newId(app.clock);
		await tx
			.insert(waiting)
			.values({ id, conferenceId, wishId: wanted.id, since: app.clock.now() });
		await recordAct(tx, app.clock, {
			actor,
			kind: 'waiting.joined',
			conferenceId,
			after: { id, wish: wanted.id },
		});
		return { id };
	});
}

/** Takes a family's wish off the list, with what is offered for it. */
export async function leaveWaitingList(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	request: { conferenceId: string; familyId: string; wish: string },
): Promise<boolean> {
	const { conferenceId, familyId } = request;
	if (!may(actor, 'visit.book', { family: familyId })) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const { family } = await prepare(tx, app.clock, request);
		if (!shareOf(actor, family).wishes.some(({ id }) => id === request.wish)) return false;
		const [row] = await tx.delete(waiting).where(eq(waiting.wishId, request.wish)).returning();
		if (!row) return false;
		const offers = family.holds.filter(({ id }) => id === row.holdId);
		await lockSlots(tx, keptSlots(offers), []);
		await dropHolds(
			tx,
			offers.map(({ id }) => id),
		);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'waiting.left',
			conferenceId,
			before: { id: row.id, wish: row.wishId },
		});
		await announceChange(tx, conferenceId);
		return true;
	});
}

/**
 * Offers what is free at full desks to those who wait, in the order of the list: to each the first
 * place that fits its visit, unless it has an offer already. An offer that nobody took goes to the
 * next one whom it fits. Only one process at a time tends a conference. Returns how many were offered.
 */
export async function tendWaitingList(
	app: Pick<App, 'db' | 'clock'>,
	conferenceId: string,
): Promise<number> {
	await lapseOffers(app, conferenceId);
	let offered = 0;
	const tried = new Set<string>();
	for (;;) {
		const step = await inTransaction(app.db, (tx) => offerNext(tx, app, conferenceId, tried));
		if (step === 'none') return offered;
		if (step === 'offered') offered++;
	}
}

/** Tends the lists of all conferences at which somebody waits. */
export async function tendWaitingLists(app: Pick<App, 'db' | 'clock'>): Promise<void> {
	const rows = await app.db.selectDistinct({ id: waiting.conferenceId }).from(waiting);
	for (const { id } of rows) await tendWaitingList(app, id);
}

/** One step: the first who waits and was not tried yet gets an offer, or nothing fits. */
async function offerNext(
	tx: Transaction,
	{ clock }: Pick<App, 'clock'>,
	conferenceId: string,
	tried: Set<string>,
): Promise<'offered' | 'nothing-fits' | 'none'> {
	await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`waiting ${conferenceId}`}))`);
	const now = clock.now();
	const entry = await firstWhoCouldHave(tx, conferenceId, now, tried);
	if (!entry) return 'none';
	const { row, familyId, free } = entry;
	tried.add(row.id);
	const at = await prepare(tx, { now: () => now }, { conferenceId, familyId });
	const [still] = await tx.select().from(waiting).where(eq(waiting.id, row.id));
	if (!still || still.holdId !== null) return 'nothing-fits';
	const isServed = at.family.own.some(({ wishes }) => wishes.includes(row.wishId));
	if (isServed) {
		await tx.delete(waiting).where(eq(waiting.id, row.id));
		return 'nothing-fits';
	}
	const wanted = free.map(({ id }) => ({ slot: id, wishes: [row.wishId] }));
	const slots = await lockWanted(tx, at.snapshot, at.family, { wanted, released: [] });
	const facts = await visitFacts(tx, {
		...at,
		slots,
		usedHolds: new Set<string>(),
		givenUp: new Set<string>(),
		office: false,
		has: shareOf(SYSTEM, at.family).has,
	});
	let fitting: SettledAppointment | null = null;
	for (const place of wanted) {
		const settled = settleVisit(facts, [place]);
		if (settled.ok) {
			fitting = settled.appointments[0]!;
			break;
		}
	}
	if (!fitting) return 'nothing-fits';
	const until = offeredUntil(at.snapshot, fitting.slots[0]!, now);
	const held = await writeHold(tx, clock, [fitting], {
		conferenceId,
		familyId,
		kind: 'waiting',
		since: now,
		until,
		holderId: null,
	});
	await tx.update(waiting).set({ holdId: held.id }).where(eq(waiting.id, row.id));
	await recordAct(tx, clock, {
		actor: SYSTEM,
		kind: 'waiting.offered',
		conferenceId,
		after: { id: row.id, hold: held },
	});
	await announceChange(tx, conferenceId);
	return 'offered';
}

/** The first on the list, not tried yet and without an offer, at whose desks something is free. */
async function firstWhoCouldHave(
	tx: Transaction,
	conferenceId: string,
	now: number,
	tried: ReadonlySet<string>,
): Promise<{ row: WaitingRow; familyId: string; free: Slot[] } | null> {
	const rows = await tx
		.select({ row: waiting, familyId: wish.familyId, desk: wishDesk.deskId })
		.from(waiting)
		.innerJoin(wish, eq(wish.id, waiting.wishId))
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(eq(waiting.conferenceId, conferenceId))
		.orderBy(asc(waiting.since), asc(waiting.id));
	const list = [...groupBy(rows, ({ row }) => row.id).values()].filter(
		([first]) => first!.row.holdId === null && !tried.has(first!.row.id),
	);
	if (list.length === 0) return null;
	const snapshot = await loadSnapshot(tx, conferenceId);
	const states = seatStates(snapshot, await readClaims(tx, conferenceId, now), now);
	for (const entries of list) {
		const { row, familyId } = entries[0]!;
		const desks = new Set(entries.map(({ desk }) => desk));
		const free = snapshot.slots.filter(
			({ id, desk }) => desks.has(desk) && states.get(id) === 'free' && !row.passed.includes(id),
		);
		if (free.length) return { row, familyId, free };
	}
	return null;
}

/** An offer ends after the conference's time for it, and before the slot can no longer be booked. */
function offeredUntil({ conference }: ConferenceSnapshot, slot: Slot, now: number): number {
	const { waitingMinutes, latestMinutes } = conference.rules;
	const latest = slot.start - (latestMinutes ?? 0) * MINUTE;
	const closes = conference.closesAt ?? Infinity;
	return Math.min(now + waitingMinutes * MINUTE, latest, closes);
}

/** Offers that nobody took in time: their slots are no longer offered to the same ones. */
async function lapseOffers(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	conferenceId: string,
): Promise<void> {
	const now = clock.now();
	const ended = await endedOffers(db, conferenceId, now);
	for (const { waitingId, familyId } of ended)
		await inTransaction(db, async (tx) => {
			await prepare(tx, clock, { conferenceId, familyId });
			const [row] = await endedOffers(tx, conferenceId, now, waitingId);
			if (!row) return;
			const slots = keptSlots([row.hold]);
			await lockSlots(tx, slots, []);
			await tx
				.update(waiting)
				.set({ holdId: null, passed: [...row.passed, ...slots] })
				.where(eq(waiting.id, waitingId));
			await dropHolds(tx, [row.hold.id]);
			await recordAct(tx, clock, {
				actor: SYSTEM,
				kind: 'waiting.lapsed',
				conferenceId,
				before: { id: waitingId, hold: row.hold.id, slots },
			});
			await announceChange(tx, conferenceId);
		});
}

async function endedOffers(db: Reader, conferenceId: string, now: number, only?: string) {
	return db
		.select({
			waitingId: waiting.id,
			familyId: wish.familyId,
			passed: waiting.passed,
			hold,
		})
		.from(waiting)
		.innerJoin(wish, eq(wish.id, waiting.wishId))
		.innerJoin(hold, eq(hold.id, waiting.holdId))
		.where(
			and(
				eq(waiting.conferenceId, conferenceId),
				lte(hold.until, now),
				only === undefined ? undefined : eq(waiting.id, only),
			),
		);
}
