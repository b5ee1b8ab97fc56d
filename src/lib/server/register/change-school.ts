import { eq } from 'drizzle-orm';
import { isHex } from '../../core/look/school-colours';
import { schoolChange } from '../../operations/school';
import { school } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';

/** Changes what the school is called, how it is reached, and how it looks to families. */
export const changeSchool = performs(schoolChange).by({
	async work({ tx, input: { version, telephone, colour, ...given } }) {
		const [changed] = await tx
			.update(school)
			.set({
				...given,
				telephone: telephone || null,
				colour: isHex(colour) ? colour : null,
				version: version + 1,
			})
			.where(eq(school.version, version))
			.returning();
		if (!changed) return { refused: { reason: 'changed-meanwhile' } };
		return { done: {}, act: { kind: 'school.changed', after: { version: version + 1 } } };
	},
	after: async ({ look }) => look.forget(),
});
