import { eq, inArray } from 'drizzle-orm';
import { slotsOfSitting, sittingsOf } from '../../core/slots/series';
import { instantOf } from '../../core/time/local-time';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { insertAll } from '../database/insert-all';
import {
	appointment,
	takenSlot,
	conference,
	desk,
	series,
	sitting,
	slot,
} from '../database/schema';
import { newId } from '../identifiers';

type SeriesRow = typeof series.$inferSelect;
type SlotRow = typeof slot.$inferSelect;

/** Carries the conference's hours over to all desks that follow it, and their slots with them. */
export async function syncFollowingDesks(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
): Promise<void> {
	const [facts] = await tx.select().from(conference).where(eq(conference.id, conferenceId));
	const rows = await tx
		.select({ series })
		.from(series)
		.innerJoin(desk, eq(desk.id, series.deskId))
		.where(eq(desk.conferenceId, conferenceId))
		.orderBy(series.deskId);
	for (const { series: row } of rows) {
		const current = row.followsConference
			? {
					...row,
					hours: facts!.hours,
					slotMinutes: facts!.slotMinutes,
					gapMinutes: facts!.gapMinutes,
				}
			: row;
		await tx.update(series).set(current).where(eq(series.id, row.id));
		await syncSlots(tx, clock, current, facts!.timeZone);
	}
}

/**
 * Makes sittings and slots follow their series. It is a difference, not a rebuild: a slot at the same
 * time keeps its identity; one that no longer fits is removed, or, when an appointment has it, marked
 * as detached so that it can be settled.
 */
export async function syncSlots(
	tx: Transaction,
	clock: Clock,
	row: SeriesRow,
	timeZone: string,
): Promise<void> {
	const known = await tx
		.select()
		.from(slot)
		.where(eq(slot.deskId, row.deskId))
		.orderBy(slot.id)
		.for('update');
	const live = known.filter(({ detachedAt }) => detachedAt === null);
	const oldSittings = await tx
		.select({ id: sitting.id })
		.from(sitting)
		.where(eq(sitting.seriesId, row.id));

	const division = { slotMinutes: row.slotMinutes, gapMinutes: row.gapMinutes };
	const wanted: Omit<SlotRow, 'id'>[] = [];
	for (const hours of sittingsOf(row)) {
		const sittingId = newId(clock);
		await tx.insert(sitting).values({
			id: sittingId,
			seriesId: row.id,
			deskId: row.deskId,
			localDate: hours.date,
			startsAt: epochOf(hours.date, hours.start, timeZone),
			endsAt: epochOf(hours.date, hours.end, timeZone),
			...division,
			placeId: row.placeId,
		});
		for (const time of slotsOfSitting(hours, division, timeZone))
			wanted.push({
				sittingId,
				deskId: row.deskId,
				placeId: row.placeId,
				localDate: hours.date,
				startsAt: time.start,
				endsAt: time.end,
				claimEndsAt: time.claimEnd,
				seats: 1,
				blockedAt: null,
				detachedAt: null,
			});
	}

	const timeKey = ({ startsAt, endsAt }: Pick<SlotRow, 'startsAt' | 'endsAt'>) =>
		`${startsAt}-${endsAt}`;
	const kept = new Map(live.map((old) => [timeKey(old), old]));
	const fresh: SlotRow[] = [];
	for (const entry of wanted) {
		const old = kept.get(timeKey(entry));
		kept.delete(timeKey(entry));
		if (!old) {
			fresh.push({ id: newId(clock), ...entry });
			continue;
		}
		await tx
			.update(slot)
			.set({ ...entry, seats: old.seats, blockedAt: old.blockedAt })
			.where(eq(slot.id, old.id));
		if (old.placeId !== entry.placeId) await moveAppointments(tx, old.id, entry.placeId);
	}
	await dropSlots(tx, clock, [...kept.values()]);
	await insertAll(tx, slot, fresh);
	await deleteIn(tx, sitting, oldSittings);
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
	await deleteIn(
		tx,
		slot,
		slots.filter(({ id }) => !usedIds.has(id)),
	);
}

/** Appointments go where their slot goes. */
async function moveAppointments(tx: Transaction, slotId: string, placeId: string): Promise<void> {
	const held = tx
		.select({ id: takenSlot.appointmentId })
		.from(takenSlot)
		.where(eq(takenSlot.slotId, slotId));
	await tx.update(appointment).set({ placeId }).where(inArray(appointment.id, held));
}

async function deleteIn(
	tx: Transaction,
	table: typeof slot | typeof sitting,
	rows: readonly { id: string }[],
): Promise<void> {
	if (rows.length === 0) return;
	await tx.delete(table).where(
		inArray(
			table.id,
			rows.map(({ id }) => id),
		),
	);
}

function epochOf(date: string, minute: number, timeZone: string): number {
	const instant = instantOf(date, minute, timeZone);
	if (!instant.ok) throw new RangeError(`${instant.refusal}: ${date} in ${timeZone}`);
	return instant.epoch;
}
