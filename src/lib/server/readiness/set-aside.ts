import { and, eq } from 'drizzle-orm';
import { findingSetAside, findingTakeBack } from '../../operations/readiness';
import { findingAside } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';

/** Says of a finding that it may be so; with other facts it is there again. */
export const setFindingAside = performs(findingSetAside).by({
	async work({ tx, clock, input: { conferenceId, digest, reason } }) {
		const words = reason.trim();
		if (!words) return { refused: { reason: 'no-reason' } };
		await tx
			.insert(findingAside)
			.values({ conferenceId, digest, reason: words, since: clock.now() })
			.onConflictDoUpdate({
				target: [findingAside.conferenceId, findingAside.digest],
				set: { reason: words },
			});
		return { done: {}, act: { kind: 'finding.set-aside', conferenceId, after: { digest } } };
	},
});

/** Puts a finding that was set aside back on the list. */
export const takeFindingBack = performs(findingTakeBack).by({
	async work({ tx, input: { conferenceId, digest } }) {
		const gone = await tx
			.delete(findingAside)
			.where(and(eq(findingAside.conferenceId, conferenceId), eq(findingAside.digest, digest)))
			.returning();
		const act = { kind: 'finding.taken-back', conferenceId, after: { digest } } as const;
		return { done: {}, act: gone.length ? act : null };
	},
});
