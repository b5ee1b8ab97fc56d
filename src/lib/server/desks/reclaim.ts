import type { LocalDate } from '../../core/time/local-of';
import { and, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { receiversOn } from '../../core/desks/receivers';
import { groupBy } from '../../core/group-by';
import { dropHoldsAt } from '../visits/held-claims';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { appointment, claim, slot, takenSlot } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';

/**
 * Makes the claims of a desk's appointments follow who receives and how long the gaps are. A person who
 * has something else to do at that time cannot take over: the database refuses it (23P01). A gap that
 * reaches into what somebody has already is kept as short as it was.
 */
export async function reclaimDesk(tx: Transaction, clock: Clock, plan: DeskPlan): Promise<void> {
	await giveUpHolds(tx, plan);
	const rows = await tx
		.select({ slot, appointment })
		.from(appointment)
		.innerJoin(takenSlot, eq(takenSlot.appointmentId, appointment.id))
		.innerJoin(slot, eq(slot.id, takenSlot.slotId))
		.where(
			and(eq(appointment.deskId, plan.id), inArray(appointment.standing, ['asked', 'booked'])),
		);
	if (rows.length === 0) return;
	const claims = await tx
		.select()
		.from(claim)
		.where(
			and(
				eq(claim.kind, 'person'),
				inArray(
					claim.appointmentId,
					rows.map(({ appointment }) => appointment.id),
				),
			),
		);
	const claimsOf = groupBy(claims, (entry) => `${entry.appointmentId}/${entry.occupancy}`);
	for (const { appointment: booked, slot: at } of rows) {
		const { all, any } = receiversOn(plan, at.localDate);
		const owned = claimsOf.get(`${booked.id}/${at.id}`) ?? [];
		const wereThere = owned.map(({ thing }) => thing);
		const receiver = await keepReceiver(tx, plan, booked, { date: at.localDate, any, wereThere });
		const needed = [...all, ...(receiver ? [receiver] : [])];
		const missing = needed.filter((person) => !owned.some(({ thing }) => thing === person));
		const surplus = owned.filter(({ thing }) => !needed.includes(thing));
		// Somebody takes over from somebody: the claim changes hands.
		for (const person of missing) {
			const from = surplus.pop();
			if (from) await tx.update(claim).set({ thing: person }).where(eq(claim.id, from.id));
			else
				await tx.insert(claim).values({
					id: newId(clock),
					kind: 'person',
					thing: person,
					occupancy: at.id,
					startsAt: at.startsAt,
					endsAt: at.claimEndsAt,
					appointmentId: booked.id,
				});
		}
		if (surplus.length)
			await tx.delete(claim).where(
				inArray(
					claim.id,
					surplus.map(({ id }) => id),
				),
			);
	}
	await stretchGaps(tx, plan.id);
}

/** A hold of a slot at which others receive by now keeps nothing there any more. */
async function giveUpHolds(tx: Transaction, plan: DeskPlan): Promise<void> {
	const rows = await tx
		.select({ slot: slot.id, date: slot.localDate, person: claim.thing })
		.from(claim)
		.innerJoin(slot, eq(slot.id, claim.occupancy))
		.where(and(eq(slot.deskId, plan.id), isNotNull(claim.holdId), eq(claim.kind, 'person')));
	const changed = [...groupBy(rows, ({ slot }) => slot).values()].filter((entries) => {
		const { all, any } = receiversOn(plan, entries[0]!.date);
		const held = entries.map(({ person }) => person);
		return (
			!all.every((person) => held.includes(person)) ||
			!held.every((person) => all.includes(person) || any.includes(person))
		);
	});
	await dropHoldsAt(
		tx,
		changed.map(([first]) => first!.slot),
	);
}

/** Who receives at a pool: whoever did, a substitute for that one, or another of its people. */
async function keepReceiver(
	tx: Transaction,
	plan: DeskPlan,
	booked: typeof appointment.$inferSelect,
	on: { date: LocalDate; any: readonly string[]; wereThere: readonly string[] },
): Promise<string | null> {
	const before = booked.receiverId;
	const standIn = plan.substitutes.find(
		({ date, absent }) => date === on.date && absent === before,
	)?.person;
	const choices = [before, standIn, ...on.wereThere, ...on.any];
	const receiver = choices.find((person) => person && on.any.includes(person)) ?? null;
	if (receiver !== before)
		await tx.update(appointment).set({ receiverId: receiver }).where(eq(appointment.id, booked.id));
	return receiver;
}

/** Claims of desk and persons last to the end of the gap as it is now, where nothing is in the way. */
async function stretchGaps(tx: Transaction, deskId: string): Promise<void> {
	await tx
		.update(claim)
		.set({ endsAt: sql`slot.claim_ends_at` })
		.from(slot)
		.where(
			and(
				eq(slot.id, claim.occupancy),
				eq(slot.deskId, deskId),
				isNull(slot.detachedAt),
				inArray(claim.kind, ['desk', 'person']),
				sql`claim.ends_at <> slot.claim_ends_at`,
				sql`not exists (
					select from claim as other
					where other.thing = claim.thing and other.occupancy <> claim.occupancy
						and other.starts_at < slot.claim_ends_at and claim.starts_at < other.ends_at)`,
			),
		);
}
