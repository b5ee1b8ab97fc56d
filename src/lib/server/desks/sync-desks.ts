import { eq, inArray } from 'drizzle-orm';
import type { ConferenceHours, DeskPlan } from '../../core/desks/desk-plan';
import type { Clock } from '../foundation/clock';
import { conferenceHours } from '../conferences/conference-hours';
import type { Transaction } from '../foundation/database/connect';
import {
	conference,
	deskPerson,
	deskSubstitute,
	person,
	slot,
} from '../foundation/database/schema';
import { loadPlans } from './load-plans';
import { reclaimDesk } from './reclaim';
import { withoutRoomsInUse } from './rooms-in-use';
import { assignSpaces, roomsHeldBy } from './room-spaces';
import { dropSittings, syncSittings } from './sync-sittings';
import { syncSlots } from './sync-slots';
import { writePlan } from './write-plan';

/** Carries the conference's hours over to all its desks, and their slots with them. */
export async function syncAllDesks(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
): Promise<void> {
	const [facts] = await tx.select().from(conference).where(eq(conference.id, conferenceId));
	const before = await loadPlans(tx, conferenceId);
	await lockDesks(tx, before);
	const { timeZone } = facts!;
	const hours = conferenceHours(facts!);
	const plans = await withoutRoomsInUse(tx, clock, before, hours, timeZone);
	for (const [at, plan] of plans.entries())
		if (plan !== before[at]) await writePlan(tx, clock, conferenceId, plan);
	await syncDesks(tx, clock, plans, hours, timeZone);
}

/**
 * Locks all that a change of desks touches, in the one order that all transactions keep: persons, then
 * slots, each by id. `plans` are the desks as they will be.
 */
export async function lockDesks(
	tx: Transaction,
	plans: readonly Pick<DeskPlan, 'id' | 'people' | 'substitutes'>[],
): Promise<void> {
	const ids = plans.map(({ id }) => id);
	const [people, substitutes] = await Promise.all([
		tx.select().from(deskPerson).where(inArray(deskPerson.deskId, ids)),
		tx.select().from(deskSubstitute).where(inArray(deskSubstitute.deskId, ids)),
	]);
	const persons = new Set([
		...[...people, ...substitutes].map(({ personId }) => personId),
		...plans.flatMap(({ people, substitutes }) =>
			[...people, ...substitutes].map(({ person }) => person),
		),
	]);
	await tx
		.select({ id: person.id })
		.from(person)
		.where(inArray(person.id, [...persons]))
		.orderBy(person.id)
		.for('update');
	await tx
		.select({ id: slot.id })
		.from(slot)
		.where(inArray(slot.deskId, ids))
		.orderBy(slot.id)
		.for('update');
}

/** Makes sittings, slots, rooms' spaces and appointments' claims follow the plans of desks. */
export async function syncDesks(
	tx: Transaction,
	clock: Clock,
	plans: readonly DeskPlan[],
	hours: ConferenceHours,
	timeZone: string,
): Promise<void> {
	const ids = plans.map(({ id }) => id);
	const before = await roomsHeldBy(tx, ids);
	for (const plan of plans) {
		const sittings = await syncSittings(tx, clock, plan, hours, timeZone);
		await syncSlots(tx, clock, plan, sittings, timeZone);
		await dropSittings(tx, plan.id, sittings);
		await reclaimDesk(tx, clock, plan);
	}
	await assignSpaces(tx, [...before, ...(await roomsHeldBy(tx, ids))]);
}
