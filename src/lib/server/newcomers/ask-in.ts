import { and, eq, isNull, sql } from 'drizzle-orm';
import { newcomerAsk } from '../../operations/newcomers';
import { entryOf } from '../conferences/entry-of';
import { conferenceWithId } from '../conferences/read-conference';
import { addJob } from '../foundation/add-job';
import { newcomer } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs } from '../foundation/runner/perform';

/**
 * Sends the link that proves an address. The same is done for every address: whether the school knows it is looked
 * up by whoever opens the link, and by nobody before.
 */
export const askIn = performs(newcomerAsk).by({
	async work({ tx, clock, act, input: { conferenceId, email } }) {
		const conference = await conferenceWithId(tx, conferenceId);
		if (!conference || entryOf(conference, clock.now()) === 'listed')
			return { refused: { reason: 'closed' } };
		const askedAt = clock.now();
		const [again] = await tx
			.update(newcomer)
			.set({ askedAt })
			.where(
				and(
					eq(newcomer.conferenceId, conferenceId),
					sql`lower(${newcomer.email}) = lower(${email})`,
					isNull(newcomer.provedAt),
				),
			)
			.returning({ id: newcomer.id });
		const id = again?.id ?? newId(clock);
		if (!again)
			await tx.insert(newcomer).values({ id, conferenceId, state: 'unproved', email, askedAt });
		const letter = { newcomer: id, says: 'prove', about: act, to: email, words: '' } as const;
		await addJob(tx, { task: 'write-to-newcomer', payload: { letter } });
		return { done: {}, act: { kind: 'newcomer.asked', conferenceId, after: { newcomer: id } } };
	},
});
