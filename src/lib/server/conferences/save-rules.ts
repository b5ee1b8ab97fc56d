import { and, eq, sql } from 'drizzle-orm';
import { rulesSchema, usualRules, type Rules } from '../../core/snapshot/rules';
import { rulesSave } from '../../operations/conferences';
import { conference, desk } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { lockConference } from './lock-conference';

/**
 * Changes who may book when, and how much. What is booked already stays as it is. Answers the rules as
 * they are now; throws on values that no rule can have.
 */
export const saveRules = performs(rulesSave).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, input: { conferenceId, rules: wanted, acceptance = {}, ...input } }) {
		const row = await lockConference(tx, conferenceId);
		const { pauseMinutes = row.pauseMinutes, switchMinutes = row.switchMinutes } = input;
		const before: Rules = { ...usualRules, ...row.rules };
		const rules = rulesSchema.parse({ ...before, ...wanted });
		await tx
			.update(conference)
			.set({ rules, pauseMinutes, switchMinutes })
			.where(eq(conference.id, conferenceId));
		for (const [id, how] of Object.entries(acceptance))
			await tx
				.update(desk)
				.set({ acceptance: how, version: sql`${desk.version} + 1` })
				.where(and(eq(desk.id, id), eq(desk.conferenceId, conferenceId)));
		const after = { rules, acceptance, pauseMinutes, switchMinutes };
		return { done: { rules }, act: { kind: 'rules.changed', conferenceId, before, after } };
	},
});
