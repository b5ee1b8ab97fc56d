import { sittingsOfPlan } from '../../core/desks/desk-plan';
import { addSitting } from '../../core/desks/edit-plan';
import { laterInstantOf } from '../../core/time/local-time';
import { slotAddLast } from '../../operations/floor';
import { conferenceHours } from '../conferences/conference-hours';
import { lockConference } from '../conferences/lock-conference';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';
import { loadPlans } from './load-plans';
import { keepPlans } from './save-plans';

/** Adds one more slot after a desk's last one of a date, as long as its others, in the same places. */
export const addLastSlot = performs(slotAddLast).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, clock, input: { conferenceId, desk, date } }) {
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
		return { done: { start: laterInstantOf(last.date, start, facts.timeZone) }, act };
	},
});
