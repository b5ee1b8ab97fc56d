import { eq } from 'drizzle-orm';
import { accountTold, personTold } from '../../../operations/notices';
import { account, person } from '../../foundation/database/schema';
import { performs } from '../../foundation/runner/perform';

/** Keeps of what somebody who receives or interprets wants to be told. */
export const choosePersonTold = performs(personTold).by({
	async work({ tx, input: { person: personId, told } }) {
		const [row] = await tx.select().from(person).where(eq(person.id, personId));
		if (!row || row.told === told) return { done: {}, act: null };
		await tx.update(person).set({ told }).where(eq(person.id, personId));
		const before = { told: row.told };
		return { done: {}, act: { kind: 'told.chosen', personId, before, after: { told } } };
	},
});

/** Keeps whether somebody of the office wants its messages; everybody for themselves. */
export const chooseAccountTold = performs(accountTold).by({
	async work({ tx, actor, input: { told } }) {
		if (!('account' in actor)) return { done: {}, act: null };
		await tx.update(account).set({ isTold: told }).where(eq(account.id, actor.account));
		return { done: {}, act: { kind: 'told.chosen', after: { account: actor.account, told } } };
	},
});
