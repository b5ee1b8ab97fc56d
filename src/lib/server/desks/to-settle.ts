import { and, asc, eq, inArray, isNotNull, or } from 'drizzle-orm';
import { addSitting, placesOf } from '../../core/desks/edit-plan';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import type { App } from '../app';
import { conferenceHours } from '../conferences/conference-hours';
import { appointmentTwice, conference, desk, slot, takenSlot } from '../database/schema';
import { newId } from '../identifiers';
import { ForbiddenError } from '../permissions/forbidden';
import { readSeated } from '../visits/read-seated';
import { loadPlans } from './load-plans';
import { savePlans, type PlanOutcome } from './save-plans';

/**
 * A booked slot that the office has to settle: the desk's hours no longer have it (`detached`), or the
 * family has another appointment for the same meeting (`twice`).
 */
export interface SlotToSettle {
	readonly why: 'detached' | 'twice';
	readonly slot: string;
	readonly desk: string;
	readonly date: string;
	readonly start: number;
	readonly end: number;
	readonly family: string;
	readonly students: readonly string[];
}

/** The appointments that the office has to settle, in order of time. */
export async function slotsToSettle(
	{ db, config }: Pick<App, 'db' | 'config'>,
	conferenceId: string,
): Promise<SlotToSettle[]> {
	const rows = await db
		.select({ slot, twice: appointmentTwice.appointmentId })
		.from(slot)
		.innerJoin(desk, eq(desk.id, slot.deskId))
		.leftJoin(takenSlot, eq(takenSlot.slotId, slot.id))
		.leftJoin(appointmentTwice, eq(appointmentTwice.appointmentId, takenSlot.appointmentId))
		.where(
			and(
				eq(desk.conferenceId, conferenceId),
				or(isNotNull(slot.detachedAt), isNotNull(appointmentTwice.appointmentId)),
			),
		)
		.orderBy(asc(slot.startsAt));
	const ids = rows.map(({ slot }) => slot.id);
	const seated = ids.length ? await readSeated({ db, config }, inArray(slot.id, ids)) : [];
	return rows.flatMap(({ slot: row, twice }) =>
		seated
			.filter((entry) => entry.slot === row.id && (twice === null || entry.appointment === twice))
			.map(({ familyLabel, students }) => ({
				why: twice === null ? ('detached' as const) : ('twice' as const),
				slot: row.id,
				desk: row.deskId,
				date: row.localDate,
				start: row.startsAt,
				end: row.endsAt,
				family: familyLabel,
				students: students.map(({ name }) => name),
			})),
	);
}

/**
 * Keeps an appointment where it is: its desk sits for just that time, besides its hours. Returns `null`
 * when it is settled already, or when the desk's new hours overlap it.
 */
export async function keepSlot(
	app: App,
	actor: Actor,
	conferenceId: string,
	slotId: string,
): Promise<PlanOutcome | null> {
	if (!may(actor, 'desk.set-up')) throw new ForbiddenError();
	const [facts] = await app.db.select().from(conference).where(eq(conference.id, conferenceId));
	const [row] = await app.db
		.select()
		.from(slot)
		.where(and(eq(slot.id, slotId), isNotNull(slot.detachedAt)));
	const plan = (await loadPlans(app.db, conferenceId)).find(({ id }) => id === row?.deskId);
	if (!facts || !row || !plan) return null;
	const [from, to] = [localOf(row.startsAt, facts.timeZone), localOf(row.endsAt, facts.timeZone)];
	const minutes = (row.endsAt - row.startsAt) / 60_000;
	const tools = { conference: conferenceHours(facts), newId: () => newId(app.clock) };
	const hours = {
		date: from.date,
		start: from.minute,
		end: to.date === from.date ? to.minute : from.minute + minutes,
	};
	const added = addSitting(plan, hours, { seats: 1, places: placesOf(plan) }, tools);
	const series = added.series.map((entry) =>
		plan.series.includes(entry)
			? entry
			: { ...entry, division: { slotMinutes: minutes, gapMinutes: 0, longGap: null } },
	);
	const [outcome] = await savePlans(app, actor, conferenceId, [
		{ base: plan, plan: { ...added, series } },
	]);
	return outcome && outcome.faults.length === 0 ? outcome : null;
}
