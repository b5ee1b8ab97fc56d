import { and, asc, eq, lte, sql } from 'drizzle-orm';
import { seatStates } from '../../core/snapshot/seat-state';
import type { ConferenceSnapshot, Slot } from '../../core/snapshot/snapshot';
import { groupBy } from '../../core/group-by';
import { SYSTEM } from '../../core/permissions/may';
import { MINUTE } from '../../core/time/local-of';
import { settleVisit, type SettledAppointment } from '../../core/visits/settle-visit';
import { waitingLapse, waitingOffer } from '../../operations/tending';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import type { Reader, Transaction } from '../foundation/database/connect';
import { hold, waiting, wish, wishDesk } from '../foundation/database/schema';
import { performs, type Deps } from '../foundation/runner/perform';
import { lockWanted } from './change-visit';
import { shareOf } from './family-share';
import { dropHolds, keptSlots } from './held-claims';
import { readForVisit, writeHold } from './hold-visit';
import { lockFamily, lockSlots } from './lock-visit';
import { visitFacts } from './visit-facts';

type WaitingRow = typeof waiting.$inferSelect;

/**
 * Offers what is free at full desks to those who wait, in the order of the list: to each the first
 * place that fits its visit, unless it has an offer already. An offer that nobody took goes to the
 * next one whom it fits. Only one process at a time tends a conference. Returns how many were offered.
 */
export async function tendWaitingList(app: Deps, conferenceId: string): Promise<number> {
	const now = app.clock.now();
	for (const { waitingId, familyId } of await endedOffers(app.db, conferenceId, now))
		await lapseOffer(app, SYSTEM, { conferenceId, familyId, waiting: waitingId, now });
	let offered = 0;
	const tried: string[] = [];
	for (;;) {
		const step = await offerNext(app, SYSTEM, { conferenceId, tried });
		if (!step.ok) return offered;
		tried.push(step.tried);
		if (step.isOffered) offered++;
	}
}

/** The conferences at which somebody waits. */
export async function conferencesWithWaiting(db: Reader): Promise<string[]> {
	const rows = await db
		.selectDistinct({ id: waiting.conferenceId })
		.from(waiting)
		.orderBy(asc(waiting.conferenceId));
	return rows.map(({ id }) => id);
}

/** One step: the first who waits and was not tried yet gets an offer, or nothing fits. */
const offerNext = performs(waitingOffer).by({
	lock: async ({ tx, input }) => {
		const name = `waiting ${input.conferenceId}`;
		await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${name}))`);
	},
	async work({ tx, clock, input: { conferenceId, tried } }) {
		const entry = await firstWhoCouldHave(tx, conferenceId, clock.now(), new Set(tried));
		if (!entry) return { refused: { reason: 'nobody-left' } };
		const { row, familyId, free } = entry;
		const nothing = { done: { tried: row.id, isOffered: false }, act: null };
		await lockFamily(tx, familyId);
		const at = await readForVisit(tx, clock, { conferenceId, familyId });
		const [still] = await tx.select().from(waiting).where(eq(waiting.id, row.id));
		if (!still || still.holdId !== null) return nothing;
		if (at.family.own.some(({ wishes }) => wishes.includes(row.wishId))) {
			await tx.delete(waiting).where(eq(waiting.id, row.id));
			const before = { id: row.id, wish: row.wishId };
			return { done: nothing.done, act: { kind: 'waiting.served', conferenceId, before } };
		}
		const fitting = await firstThatFits(tx, at, { row, free });
		if (!fitting) return nothing;
		const held = await writeHold(tx, clock, [fitting], {
			conferenceId,
			familyId,
			kind: 'waiting',
			since: at.now,
			until: offeredUntil(at.snapshot, fitting.slots[0]!, at.now),
			holderId: null,
		});
		await tx.update(waiting).set({ holdId: held.id }).where(eq(waiting.id, row.id));
		return {
			done: { tried: row.id, isOffered: true },
			act: { kind: 'waiting.offered', conferenceId, after: { id: row.id, hold: held } },
		};
	},
});

async function firstThatFits(
	tx: Transaction,
	at: Awaited<ReturnType<typeof readForVisit>>,
	{ row, free }: { readonly row: WaitingRow; readonly free: readonly Slot[] },
): Promise<SettledAppointment | null> {
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
	for (const place of wanted) {
		const settled = settleVisit(facts, [place]);
		if (settled.ok) return settled.appointments[0]!;
	}
	return null;
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

/** An offer that nobody took in time: its slots are no longer offered to the same one. */
const lapseOffer = performs(waitingLapse).by({
	lock: ({ tx, input }) => lockFamily(tx, input.familyId),
	async work({ tx, input: { conferenceId, waiting: waitingId, now } }) {
		const [row] = await endedOffers(tx, conferenceId, now, waitingId);
		if (!row) return { done: {}, act: null };
		const slots = keptSlots([row.hold]);
		await lockSlots(tx, slots, []);
		await tx
			.update(waiting)
			.set({ holdId: null, passed: [...row.passed, ...slots] })
			.where(eq(waiting.id, waitingId));
		await dropHolds(tx, [row.hold.id]);
		const before = { id: waitingId, hold: row.hold.id, slots };
		return { done: {}, act: { kind: 'waiting.lapsed', conferenceId, before } };
	},
});

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
