import { eq } from 'drizzle-orm';
import { schoolChange } from '../../operations/school';
import { school } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';

/** Changes what the school is called and how it is reached. */
export const changeSchool = performs(schoolChange).by({
	async work({ tx, input: { version, name, telephone, timeZone } }) {
		const [changed] = await tx
			.update(school)
			.set({ name, telephone: telephone || null, timeZone, version: version + 1 })
			.where(eq(school.version, version))
			.returning();
		if (!changed) return { refused: { reason: 'changed-meanwhile' } };
		return { done: {}, act: { kind: 'school.changed', after: { version: version + 1 } } };
	},
});
