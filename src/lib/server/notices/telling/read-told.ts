import { eq } from 'drizzle-orm';
import type { ToldChoice } from '../../../core/notices/kinds';
import type { Reader } from '../../foundation/database/connect';
import { account, person } from '../../foundation/database/schema';

/** Of what somebody who receives or interprets wants to be told. */
export async function readTold(db: Reader, personId: string): Promise<ToldChoice> {
	const [row] = await db.select({ told: person.told }).from(person).where(eq(person.id, personId));
	return row?.told ?? 'all';
}

/** Whether somebody of the office wants its messages. */
export async function readAccountTold(db: Reader, accountId: string): Promise<boolean> {
	const [row] = await db
		.select({ isTold: account.isTold })
		.from(account)
		.where(eq(account.id, accountId));
	return row?.isTold ?? false;
}
