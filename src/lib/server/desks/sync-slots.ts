import { and, count, eq, inArray } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { receiversOn } from '../../core/desks/receivers';
import { slotsOfSitting } from '../../core/slots/hours';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { dropHoldsAt } from '../visits/held-claims';
import { insertAll } from '../foundation/database/insert-all';
import { appointment, takenSlot, slot } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import type { SyncedSitting } from './sync-sittings';

type SlotRow = typeof slot.$inferSelect;
type WantedSlot = Omit<SlotRow, 'id' | 'blockedAt' | 'blockedFor' | 'detachedAt'>;

const timeKey = ({ startsAt, endsAt }: Pick<SlotRow, 'startsAt' | 'endsAt'>) =>
	`${startsAt}-${endsAt}`;

/**
 * Makes a desk's slots follow its sittings. It is a difference, not a rebuild: a slot at the same time
 * keeps its identity, one that was kept aside comes back; one that no longer fits is removed, or, when
 * an appointment has it, marked as detached so that it can be settled. The slots have been locked.
 */
export async function syncSlots(
	tx: Transaction,
	clock: Clock,
	plan: DeskPlan,
	sittings: readonly SyncedSitting[],
	timeZone: string,
): Promise<void> {
	const known = await tx.select().from(slot).where(eq(slot.deskId, plan.id));
	const byTime = new Map(
		// Where a live one and one kept aside lie at the same time, the live one stays.
		[...known]
			.sort((a, b) => Number(b.detachedAt !== null) - Number(a.detachedAt !== null))
			.map((row) => [timeKey(row), row]),
	);
	const fresh: SlotRow[] = [];
	const kept = new Set<string>();
	for (const { wanted, allowed } of wantedSlots(plan, sittings, timeZone)) {
		const old = byTime.get(timeKey(wanted));
		if (!old) {
			fresh.push({
				id: newId(clock),
				...wanted,
				blockedAt: null,
				blockedFor: null,
				detachedAt: null,
			});
			continue;
		}
		kept.add(old.id);
		await updateSlot(tx, old, wanted, allowed);
	}
	await dropSlots(
		tx,
		clock,
		known.filter(({ id, detachedAt }) => !kept.has(id) && detachedAt === null),
	);
	await insertAll(tx, slot, fresh);
}

/** A pool's slot has a seat for each of its people, another one as many as its sitting says. */
function wantedSlots(
	plan: DeskPlan,
	sittings: readonly SyncedSitting[],
	timeZone: string,
): { wanted: WantedSlot; allowed: readonly string[] }[] {
	const isPool = plan.people.some(({ role }) => role === 'any');
	return sittings.flatMap(({ id, planned, placeId, allowed }) =>
		slotsOfSitting(planned, planned.division, timeZone).map((time) => ({
			allowed,
			wanted: {
				sittingId: id,
				deskId: plan.id,
				placeId,
				localDate: planned.date,
				startsAt: time.start,
				endsAt: time.end,
				claimEndsAt: time.claimEnd,
				seats: isPool ? Math.max(1, receiversOn(plan, planned.date).any.length) : planned.seats,
			},
		})),
	);
}

async function updateSlot(
	tx: Transaction,
	old: SlotRow,
	wanted: WantedSlot,
	allowed: readonly string[],
): Promise<void> {
	const isSame =
		old.detachedAt === null &&
		old.sittingId === wanted.sittingId &&
		old.placeId === wanted.placeId &&
		old.claimEndsAt === wanted.claimEndsAt &&
		old.seats === wanted.seats;
	if (!isSame) {
		const seats =
			old.seats > wanted.seats
				? Math.max(wanted.seats, await seatsTaken(tx, old.id))
				: wanted.seats;
		await tx
			.update(slot)
			.set({ ...wanted, seats, detachedAt: null })
			.where(eq(slot.id, old.id));
	}
	if (wanted.placeId && !allowed.includes(old.placeId ?? ''))
		await moveAppointments(tx, old.id, wanted.placeId, allowed);
}

const standsIn = and(
	eq(appointment.id, takenSlot.appointmentId),
	inArray(appointment.standing, ['asked', 'booked']),
);

async function seatsTaken(tx: Transaction, slotId: string): Promise<number> {
	const [taken] = await tx
		.select({ seats: count() })
		.from(takenSlot)
		.innerJoin(appointment, standsIn)
		.where(eq(takenSlot.slotId, slotId));
	return taken?.seats ?? 0;
}

/** Appointments go where their slot goes, unless the family chose a place that is still offered. */
async function moveAppointments(
	tx: Transaction,
	slotId: string,
	placeId: string,
	allowed: readonly string[],
): Promise<void> {
	const held = await tx
		.select({ id: appointment.id, placeId: appointment.placeId })
		.from(takenSlot)
		.innerJoin(appointment, standsIn)
		.where(eq(takenSlot.slotId, slotId));
	const moved = held.filter((entry) => !allowed.includes(entry.placeId)).map(({ id }) => id);
	if (moved.length)
		await tx.update(appointment).set({ placeId }).where(inArray(appointment.id, moved));
}

/** Removes slots; those that an appointment has or had are kept aside instead. */
export async function dropSlots(
	tx: Transaction,
	clock: Clock,
	slots: readonly Pick<SlotRow, 'id'>[],
): Promise<void> {
	if (slots.length === 0) return;
	const ids = slots.map(({ id }) => id);
	const used = await tx
		.select({ id: takenSlot.slotId })
		.from(takenSlot)
		.where(inArray(takenSlot.slotId, ids));
	const usedIds = new Set(used.map(({ id }) => id));
	if (usedIds.size)
		await tx
			.update(slot)
			.set({ detachedAt: clock.now(), sittingId: null })
			.where(inArray(slot.id, [...usedIds]));
	const gone = ids.filter((id) => !usedIds.has(id));
	await dropHoldsAt(tx, ids);
	if (gone.length) await tx.delete(slot).where(inArray(slot.id, gone));
}
