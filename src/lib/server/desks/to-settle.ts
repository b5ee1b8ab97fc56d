import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm';
import { addSitting, placesOf } from '../../core/desks/edit-plan';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import type { App } from '../app';
import { conferenceHours } from '../conferences/conference-hours';
import { conference, desk, slot } from '../database/schema';
import { newId } from '../identifiers';
import { ForbiddenError } from '../permissions/forbidden';
import { readSeated } from '../visits/read-seated';
import { loadPlans } from './load-plans';
import { savePlans, type PlanOutcome } from './save-plans';

/** A booked slot that the desk's hours no longer have. */
export interface SlotToSettle {
	readonly slot: string;
	readonly desk: string;
	readonly date: string;
	readonly start: number;
	readonly end: number;
	readonly family: string;
	readonly students: readonly string[];
}

/** The appointments whose slots fit no sitting any more, in order of time. */
export async function slotsToSettle(
	{ db, config }: Pick<App, 'db' | 'config'>,
	conferenceId: string,
): Promise<SlotToSettle[]> {
	const rows = await db
		.select({ slot })
		.from(slot)
		.innerJoin(desk, eq(desk.id, slot.deskId))
		.where(and(eq(desk.conferenceId, conferenceId), isNotNull(slot.detachedAt)))
		.orderBy(asc(slot.startsAt));
	const ids = rows.map(({ slot }) => slot.id);
	const seated = ids.length ? await readSeated({ db, config }, inArray(slot.id, ids)) : [];
	return rows.flatMap(({ slot: row }) =>
		seated
			.filter((entry) => entry.slot === row.id)
			.map(({ familyLabel, students }) => ({
				...{ slot: row.id, desk: row.deskId, date: row.localDate },
				...{ start: row.startsAt, end: row.endsAt, family: familyLabel },
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
