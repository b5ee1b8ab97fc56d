import { and, inArray, isNotNull, lte } from 'drizzle-orm';
import type { WantedAppointment } from '../../core/visits/wanted-appointment';
import { claimsOf, type SettledAppointment } from '../../core/visits/settle-visit';
import type { Transaction } from '../foundation/database/connect';
import { claim, hold } from '../foundation/database/schema';
import type { HoldRow } from './family-facts';
import type { FamilyShare } from './family-share';
import { lockSlots } from './lock-visit';

/**
 * Which of the holds that are its own whoever books uses up: the one that it holds while it finishes,
 * and every offer of one of the slots or for one of the wishes. Who only cancels uses up nothing.
 */
export function usedHolds(
	{ holds }: Pick<FamilyShare, 'holds'>,
	wanted: readonly WantedAppointment[],
): HoldRow[] {
	if (wanted.length === 0) return [];
	const slots = new Set(wanted.map(({ slot }) => slot));
	const wishes = new Set(wanted.flatMap(({ wishes }) => wishes));
	return holds.filter(
		({ kind, keeps }) =>
			kind === 'hold' ||
			keeps.some((kept) => slots.has(kept.slot) || kept.wishes.some((wish) => wishes.has(wish))),
	);
}

/** All slots that holds keep. */
export const keptSlots = (holds: readonly Pick<HoldRow, 'keeps'>[]): string[] =>
	holds.flatMap(({ keeps }) => keeps.flatMap(({ slots }) => slots));

/** Locks what holds keep, and removes them. */
export async function releaseHolds(
	tx: Transaction,
	holds: readonly Pick<HoldRow, 'id' | 'keeps'>[],
): Promise<void> {
	await lockSlots(tx, keptSlots(holds), []);
	await dropHolds(
		tx,
		holds.map(({ id }) => id),
	);
}

/** Removes holds with all that they keep; their slots are locked. */
export async function dropHolds(tx: Transaction, ids: readonly string[]): Promise<void> {
	if (ids.length === 0) return;
	await tx.delete(claim).where(inArray(claim.holdId, [...ids]));
	await tx.delete(hold).where(inArray(hold.id, [...ids]));
}

/** Removes all that families hold or are offered, when households are changed. */
export async function dropHoldsOf(tx: Transaction, families: readonly string[]): Promise<void> {
	const rows = await tx
		.select({ id: hold.id })
		.from(hold)
		.where(inArray(hold.familyId, [...families]));
	await dropHolds(
		tx,
		rows.map(({ id }) => id),
	);
}

/** Removes all that holds keep of slots that change under them. */
export async function dropHoldsAt(tx: Transaction, slots: readonly string[]): Promise<void> {
	if (slots.length === 0) return;
	await tx.delete(claim).where(and(inArray(claim.occupancy, [...slots]), isNotNull(claim.holdId)));
}

/**
 * Removes what holds that have ended still keep of the things that appointments take: the constraint
 * does not know the time. The things are locked; the rest of such a hold is left to whoever sweeps.
 */
export async function clearEndedHolds(
	tx: Transaction,
	now: number,
	appointments: readonly SettledAppointment[],
): Promise<void> {
	const things = new Set(appointments.flatMap(claimsOf).map(({ thing }) => thing));
	if (things.size === 0) return;
	await tx
		.delete(claim)
		.where(
			and(
				inArray(claim.thing, [...things]),
				inArray(claim.holdId, tx.select({ id: hold.id }).from(hold).where(lte(hold.until, now))),
			),
		);
}
