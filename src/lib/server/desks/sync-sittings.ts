import type { LocalDate } from '../../core/time/local-of';
import { and, eq, notInArray } from 'drizzle-orm';
import {
	sittingsOfPlan,
	type ConferenceHours,
	type DeskPlan,
	type PlannedSitting,
} from '../../core/desks/desk-plan';
import { instantOf } from '../../core/time/local-time';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { sitting } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { placesOfSeries } from './places';

/** A sitting as it is in the database, with the plan that it follows. */
export interface SyncedSitting {
	readonly id: string;
	readonly planned: PlannedSitting;
	/** The usual place, or `null` while there is none. */
	readonly placeId: string | null;
	/** All places that families may choose from. */
	readonly allowed: readonly string[];
}

/**
 * Makes a desk's sittings follow its series; one at the same time keeps its identity and its space in
 * the room. Those that are no longer wanted stay until their slots have gone (`dropSittings`).
 */
export async function syncSittings(
	tx: Transaction,
	clock: Clock,
	plan: DeskPlan,
	hours: ConferenceHours,
	timeZone: string,
): Promise<SyncedSitting[]> {
	const known = new Map(
		(await tx.select().from(sitting).where(eq(sitting.deskId, plan.id))).map((row) => [
			`${row.startsAt}-${row.endsAt}`,
			row,
		]),
	);
	const places = await placesOfSeries(
		tx,
		plan.series.map(({ id }) => id),
	);
	const synced: SyncedSitting[] = [];
	for (const planned of sittingsOfPlan(plan, hours)) {
		const allowed = places.get(planned.series) ?? [];
		const placeId = allowed[0]?.id ?? null;
		const roomId = allowed.find(({ planned }) => planned.kind === 'room')?.id ?? null;
		const startsAt = epochOf(planned.date, planned.start, timeZone);
		const endsAt = epochOf(planned.date, planned.end, timeZone);
		const old = known.get(`${startsAt}-${endsAt}`);
		const id = old?.id ?? newId(clock);
		synced.push({ id, planned, placeId, allowed: allowed.map(({ id }) => id) });
		const { slotMinutes, gapMinutes } = planned.division;
		const row = { seriesId: planned.series, slotMinutes, gapMinutes, placeId, roomId };
		if (!old)
			await tx
				.insert(sitting)
				.values({ id, deskId: plan.id, localDate: planned.date, startsAt, endsAt, ...row });
		else if (
			old.seriesId !== row.seriesId ||
			old.slotMinutes !== slotMinutes ||
			old.gapMinutes !== gapMinutes ||
			old.placeId !== placeId ||
			old.roomId !== roomId
		)
			await tx
				.update(sitting)
				.set({ ...row, space: old.roomId === roomId ? old.space : null })
				.where(eq(sitting.id, id));
	}
	return synced;
}

/** Removes the sittings of a desk that its plan no longer has. */
export async function dropSittings(
	tx: Transaction,
	deskId: string,
	kept: readonly SyncedSitting[],
): Promise<void> {
	const ids = kept.map(({ id }) => id);
	await tx
		.delete(sitting)
		.where(
			ids.length
				? and(eq(sitting.deskId, deskId), notInArray(sitting.id, ids))
				: eq(sitting.deskId, deskId),
		);
}

function epochOf(date: LocalDate, minute: number, timeZone: string): number {
	const instant = instantOf(date, minute, timeZone);
	if (!instant.ok) throw new RangeError(`${instant.refusal}: ${date} in ${timeZone}`);
	return instant.epoch;
}
