import { setTimeout as pause } from 'node:timers/promises';
import { and, asc, eq, lte, sql } from 'drizzle-orm';
import type { ConferenceSnapshot, Slot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { SYSTEM } from '../../core/permissions/may';
import { MINUTE } from '../../core/time/local-of';
import { waitingLapse, waitingOffer } from '../../operations/tending';
import type { Reader } from '../foundation/database/connect';
import { hold, waiting, wish } from '../foundation/database/schema';
import { performs, type Deps } from '../foundation/runner/perform';
import { lockWanted } from './change-visit';
import type { FamilyFacts } from './family-facts';
import { dropHolds, keptSlots } from './held-claims';
import { readForVisit, writeHold } from './hold-visit';
import { lockFamily, lockSlots } from './lock-visit';
import { firstThatFits, wantedOf, whoCouldHave, type CouldHave } from './who-could-have';

/** By conference: the state of things in which nobody on its list could be offered anything. */
const nothingFits = new Map<string, string>();

/**
 * Offers what is free at full desks to those who wait, in the order of the list: to each the first
 * place that fits its visit, unless it has an offer already. An offer that nobody took goes to the
 * next one whom it fits. Whom nothing fits is found by reading alone, without locks, in half of the
 * time at the most; and not again before something has happened. Returns how many were offered.
 */
export async function tendWaitingList(app: Deps, conferenceId: string): Promise<number> {
	const now = app.clock.now();
	for (const { waitingId, familyId } of await endedOffers(app.db, conferenceId, now))
		await lapseOffer(app, SYSTEM, { conferenceId, familyId, waiting: waitingId, now });
	const { list, state } = await whoCouldHave(app.db, conferenceId, now);
	if (nothingFits.get(conferenceId) === state) return 0;
	let tried = 0;
	let offered = 0;
	for (const entry of list) {
		const started = performance.now();
		if (await isWorthTrying(app, conferenceId, entry)) {
			tried++;
			const step = await offerTo(app, SYSTEM, {
				conferenceId,
				familyId: entry.family,
				waiting: entry.waiting,
				free: entry.free.map(({ id }) => id),
			});
			if (step.ok && step.isOffered) offered++;
		}
		await pause(performance.now() - started);
	}
	if (tried === 0) nothingFits.set(conferenceId, state);
	return offered;
}

/** The conferences at which somebody waits. */
export async function conferencesWithWaiting(db: Reader): Promise<string[]> {
	const rows = await db
		.selectDistinct({ id: waiting.conferenceId })
		.from(waiting)
		.orderBy(asc(waiting.conferenceId));
	return rows.map(({ id }) => id);
}

/** Whether one who waits would be offered something, or waits for what it has by now. */
async function isWorthTrying(
	{ db, clock }: Deps,
	conferenceId: string,
	entry: CouldHave,
): Promise<boolean> {
	const at = await readForVisit(db, clock, { conferenceId, familyId: entry.family });
	return isServed(at.family, entry.wish) || (await firstThatFits(db, at, entry)) !== null;
}

const isServed = ({ own }: FamilyFacts, wish: string): boolean =>
	own.some(({ wishes }) => wishes.includes(wish));

/** Offers one who waits the first that fits of what was free when its turn came. */
const offerTo = performs(waitingOffer).by({
	lock: async ({ tx, input }) => {
		const name = `waiting ${input.conferenceId}`;
		await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${name}))`);
		await lockFamily(tx, input.familyId);
	},
	async work({ tx, clock, input: { conferenceId, familyId, waiting: id, free } }) {
		const at = await readForVisit(tx, clock, { conferenceId, familyId });
		const nothing = { done: { isOffered: false }, act: null };
		const [row] = await tx.select().from(waiting).where(eq(waiting.id, id));
		if (!row || row.holdId !== null) return nothing;
		if (isServed(at.family, row.wishId)) {
			await tx.delete(waiting).where(eq(waiting.id, id));
			const before = { id, wish: row.wishId };
			return { done: nothing.done, act: { kind: 'waiting.served', conferenceId, before } };
		}
		const { slots } = indexOf(at.snapshot);
		const entry = {
			wish: row.wishId,
			free: free.flatMap((slot) => slots.get(slot) ?? []),
		};
		await lockWanted(tx, at.snapshot, at.family, { wanted: wantedOf(entry), released: [] });
		const fitting = await firstThatFits(tx, at, entry);
		if (!fitting) return nothing;
		const held = await writeHold(tx, clock, [fitting], {
			conferenceId,
			familyId,
			kind: 'waiting',
			since: at.now,
			until: offeredUntil(at.snapshot, fitting.slots[0]!, at.now),
			holderId: null,
		});
		await tx.update(waiting).set({ holdId: held.id }).where(eq(waiting.id, id));
		return {
			done: { isOffered: true },
			act: { kind: 'waiting.offered', conferenceId, after: { id, hold: held } },
		};
	},
});

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
