import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { addSitting, placesOf, type EditTools } from '../../core/desks/edit-plan';
import { localOf, MINUTE } from '../../core/time/local-of';
import type { SlotToSettle } from '../../operations/desk-board';
import { slotKeep } from '../../operations/desks';
import type { App } from '../app';
import { conferenceHours } from '../conferences/conference-hours';
import { lockConference } from '../conferences/lock-conference';
import { appointmentTwice, conference, desk, slot, takenSlot } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { readSeated } from '../visits/read-seated';
import { isToSettle } from './is-to-settle';
import { loadPlans } from './load-plans';
import { keepPlans } from './save-plans';

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
		.where(and(eq(desk.conferenceId, conferenceId), isToSettle))
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
 * Keeps an appointment where it is: its desk sits for just that time, besides its hours. `settled`: it needs
 * nothing any more; `overlaps`: the desk's new hours lie across it.
 */
export const keepSlot = performs(slotKeep).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, clock, input: { conferenceId, slot: slotId } }) {
		const [facts] = await tx.select().from(conference).where(eq(conference.id, conferenceId));
		const [row] = await tx
			.select()
			.from(slot)
			.where(and(eq(slot.id, slotId), isNotNull(slot.detachedAt)));
		const plan = (await loadPlans(tx, conferenceId)).find(({ id }) => id === row?.deskId);
		if (!facts || !row || !plan) return { refused: { reason: 'settled' } };
		const tools = { conference: conferenceHours(facts), newId: () => newId(clock) };
		const wanted = sittingFor(plan, row, facts.timeZone, tools);
		const changes = [{ base: plan, plan: wanted }];
		const { outcomes, act } = await keepPlans(tx, clock, conferenceId, changes);
		if (!act || outcomes.some(({ faults }) => faults.length > 0))
			return { refused: { reason: 'overlaps' } };
		return { done: {}, act: { ...act, kind: 'desk.kept' } };
	},
});

/** The desk with a sitting of just the slot's time besides its hours. */
function sittingFor(
	plan: DeskPlan,
	{ startsAt, endsAt }: typeof slot.$inferSelect,
	timeZone: string,
	tools: EditTools,
): DeskPlan {
	const [from, to] = [localOf(startsAt, timeZone), localOf(endsAt, timeZone)];
	const minutes = (endsAt - startsAt) / MINUTE;
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
	return { ...added, series };
}
