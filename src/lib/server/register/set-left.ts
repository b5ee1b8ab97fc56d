import { eq, sql } from 'drizzle-orm';
import { leftSet } from '../../operations/register';
import type { PersonId } from '../../core/ids';
import { person, personPicture, student } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { lockRegisterFor } from './lock-register';

const tables = { person, student };

/** Marks a person or a student as left, or as here again. Nobody is deleted; wishes follow. */
export const setLeft = performs(leftSet).by({
	lock: lockRegisterFor,
	async work({ tx, clock, input: { who, id, hasLeft } }) {
		const table = tables[who];
		await tx
			.update(table)
			.set({ leftAt: hasLeft ? clock.now() : null, version: sql`${table.version} + 1` })
			.where(eq(table.id, id));
		// Nobody keeps the picture of somebody who is gone.
		if (who === 'person' && hasLeft)
			await tx.delete(personPicture).where(eq(personPicture.personId, id as PersonId));
		return { done: {}, act: { kind: 'register.regrouped', after: { [who]: id } } };
	},
});
