import { eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import { sittingsOfPlan, type DeskPlan } from '../../core/desks/desk-plan';
import { addSitting } from '../../core/desks/edit-plan';
import { laterInstantOf } from '../../core/time/local-time';
import { isSame } from '../../core/merge/is-same';
import { slotAddLast, slotUndoLast } from '../../operations/floor';
import { conferenceHours } from '../conferences/conference-hours';
import { lockConference } from '../conferences/lock-conference';
import type { Transaction } from '../foundation/database/connect';
import { act as acts, sitting, slot } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { takenAmong } from '../seats/taken-among';
import { loadPlans } from './load-plans';
import { keepPlans } from './save-plans';
import { lockDesks } from './sync-desks';

/** Adds one more slot after a desk's last one of a date, as long as its others, in the same places. */
export const addLastSlot = performs(slotAddLast).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, clock, act: adding, input: { conferenceId, desk, date } }) {
		const facts = await lockConference(tx, conferenceId);
		const hours = conferenceHours(facts);
		const plan = (await loadPlans(tx, conferenceId)).find(({ id }) => id === desk);
		const last = plan && sittingsOfPlan(plan, hours).findLast((one) => one.date === date);
		if (!plan || !last) return { refused: { reason: 'no-hours' } };
		const start = last.end + last.division.gapMinutes;
		const end = start + last.division.slotMinutes;
		const tools = { conference: hours, newId: () => newId(clock) };
		const wanted = addSitting(plan, { date: last.date, start, end }, last, tools);
		const { outcomes, act } = await keepPlans(tx, clock, conferenceId, [
			{ base: plan, plan: wanted },
		]);
		if (!act || outcomes.some(({ faults }) => faults.length > 0))
			return { refused: { reason: 'overlaps' } };
		const startsAt = laterInstantOf(last.date, start, facts.timeZone);
		return { done: { start: startsAt, act: adding }, act };
	},
});

/** Takes a slot that was added at the end away again, if nobody has it and its hours are as they were. */
export const undoLastSlot = performs(slotUndoLast).by({
	lock: async ({ tx, input }) => {
		const row = await addingAct(tx, input.act);
		if (row) await lockConference(tx, row.conferenceId);
	},
	async work({ tx, clock, act: undoing, input }) {
		const row = await addingAct(tx, input.act);
		if (!row) return { refused: { reason: 'unknown' } };
		if (row.undoneBy !== null) return { refused: { reason: 'undone-before' } };
		const { conferenceId, series } = row;
		const plan = (await loadPlans(tx, conferenceId)).find((one) =>
			one.series.some(({ id }) => id === series.id),
		);
		if (!plan || !isSame(whenOf(plan, series.id), series.when))
			return { refused: { reason: 'newer' } };
		// Nobody can take it from here on.
		await lockDesks(tx, [plan]);
		const slots = await tx
			.select({ id: slot.id })
			.from(slot)
			.innerJoin(sitting, eq(sitting.id, slot.sittingId))
			.where(sql`${sitting.seriesId} = ${series.id}`);
		const ids = slots.map(({ id }) => id);
		if ((await takenAmong(tx, clock, ids)).size > 0) return { refused: { reason: 'taken' } };
		const rest = plan.series.filter(({ id }) => id !== series.id);
		const { act } = await keepPlans(tx, clock, conferenceId, [
			{ base: plan, plan: { ...plan, series: rest } },
		]);
		if (!act) return { refused: { reason: 'newer' } };
		await tx
			.update(acts)
			.set({ undoneBy: undoing })
			.where(sql`${acts.id} = ${input.act}`);
		return { done: { act: undoing }, act };
	},
});

const whenOf = (plan: DeskPlan, series: string) =>
	plan.series.find(({ id }) => id === series)?.when;

/** Of a desk's act only its hours are looked at. */
const desksOfAct = z.tuple([
	z.object({ series: z.array(z.looseObject({ id: z.string(), when: z.unknown() })) }),
]);

/** The act that added hours to one desk, and which; `null` for any other. */
async function addingAct(tx: Transaction, id: string) {
	const [row] = await tx
		.select()
		.from(acts)
		.where(sql`${acts.id} = ${id}`);
	if (row?.kind !== 'desks.changed' || row.conferenceId === null) return null;
	const before = desksOfAct.safeParse(row.before);
	const after = desksOfAct.safeParse(row.after);
	if (!before.success || !after.success) return null;
	const known = new Set(before.data[0].series.map((one) => one.id));
	const [series, ...more] = after.data[0].series.filter((one) => !known.has(one.id));
	if (!series || more.length > 0) return null;
	return { conferenceId: row.conferenceId, undoneBy: row.undoneBy, series };
}
