import { and, eq, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { rulesSchema, usualRules, type Rules } from '../../core/rules/rules';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { conference, desk } from '../database/schema';
import { lockConference } from '../desks/save-plans';
import { ForbiddenError } from '../permissions/forbidden';
import { touchConference } from './touch-conference';

/** What is to be different: some of the rules, and how single desks take appointments. */
export interface RulesChange {
	readonly rules?: Partial<Rules>;
	/** By desk; `null`: as the conference says. */
	readonly acceptance?: Readonly<Record<string, 'at-once' | 'asked' | null>>;
}

/**
 * Changes who may book when, and how much. What is booked already stays as it is. Returns the rules as
 * they are now; throws on values that no rule can have.
 */
export async function saveRules(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	change: RulesChange,
): Promise<Rules> {
	if (!may(actor, 'rules.change')) throw new ForbiddenError();
	return inTransaction(db, async (tx) => {
		const row = await lockConference(tx, conferenceId);
		const before: Rules = { ...usualRules, ...row.rules };
		const rules = rulesSchema.parse({ ...before, ...change.rules });
		await tx.update(conference).set({ rules }).where(eq(conference.id, conferenceId));
		for (const [id, acceptance] of Object.entries(change.acceptance ?? {}))
			await tx
				.update(desk)
				.set({ acceptance, version: sql`${desk.version} + 1` })
				.where(and(eq(desk.id, id), eq(desk.conferenceId, conferenceId)));
		await recordAct(tx, clock, {
			actor,
			kind: 'rules.changed',
			conferenceId,
			before,
			after: { rules, acceptance: change.acceptance ?? {} },
		});
		await touchConference(tx, conferenceId);
		return rules;
	});
}
