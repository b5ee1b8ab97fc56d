import { eq } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { school } from '../database/schema';
import { ForbiddenError } from '../permissions/forbidden';

export interface SchoolInput {
	readonly name: string;
	/** Empty for none. */
	readonly telephone: string;
	/** An IANA name, for new conferences. */
	readonly timeZone: string;
}

/** Changes what the school is called and how it is reached. `version` is the one that the editor saw. */
export async function changeSchool(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	version: number,
	{ name, telephone, timeZone }: SchoolInput,
): Promise<'changed' | 'changed-meanwhile'> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	return inTransaction(db, async (tx) => {
		const [changed] = await tx
			.update(school)
			.set({ name, telephone: telephone || null, timeZone, version: version + 1 })
			.where(eq(school.version, version))
			.returning();
		if (!changed) return 'changed-meanwhile';
		await recordAct(tx, clock, { actor, kind: 'school.changed', after: { version: version + 1 } });
		return 'changed';
	});
}
