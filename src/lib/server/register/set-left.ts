import { eq, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { person, student } from '../database/schema';
import { ForbiddenError } from '../permissions/forbidden';
import { deriveWishesAgain } from '../visits/derive-wishes-again';
import { beginRegisterAct } from './register-act';

const tables = { person, student };

/** Marks a person or a student as left, or as here again. Nobody is deleted; wishes follow. */
export async function setLeft(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	kind: keyof typeof tables,
	id: string,
	left: boolean,
): Promise<void> {
	if (!may(actor, 'register.change')) throw new ForbiddenError();
	const table = tables[kind];
	await inTransaction(db, async (tx) => {
		await beginRegisterAct(tx, clock, { actor, kind: 'register.changed', after: { [kind]: id } });
		await tx
			.update(table)
			.set({ leftAt: left ? clock.now() : null, version: sql`${table.version} + 1` })
			.where(eq(table.id, id));
		await deriveWishesAgain(tx, { clock });
	});
}
