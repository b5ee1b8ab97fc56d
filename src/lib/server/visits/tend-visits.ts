import { and, eq, isNull, lte } from 'drizzle-orm';
import { SYSTEM } from '../../core/permissions/may';
import { holdLapse } from '../../operations/tending';
import type { App } from '../app';
import { hold, waiting } from '../foundation/database/schema';
import { inTransaction } from '../foundation/database/transaction';
import { addJob } from '../foundation/add-job';
import { performs, type Deps } from '../foundation/runner/perform';
import { releaseHolds } from './held-claims';
import { lockFamily } from './lock-visit';
import { conferencesWithWaiting } from './tend-waiting-list';

/**
 * What time does to visits: holds that have ended are removed, and what became free is offered to
 * those who wait. It goes by what is in the database, so nothing is lost with a server that died.
 */
export async function tendVisits(app: Deps): Promise<void> {
	await sweepHolds(app);
	await tendWaitingListsLater(app);
}

async function tendWaitingListsLater({ db }: Pick<App, 'db'>): Promise<void> {
	await inTransaction(db, async (tx) => {
		for (const conference of await conferencesWithWaiting(tx))
			await addJob(tx, { task: 'tend-waiting-list', payload: { conference } });
	});
}

/** Removes the holds that have ended; those of the waiting list are its own business. */
export async function sweepHolds(app: Deps): Promise<number> {
	const now = app.clock.now();
	const rows = await app.db
		.select({ hold: hold.id, familyId: hold.familyId, conferenceId: hold.conferenceId })
		.from(hold)
		.leftJoin(waiting, eq(waiting.holdId, hold.id))
		.where(and(lte(hold.until, now), isNull(waiting.id)));
	for (const row of rows) await lapseHold(app, SYSTEM, { ...row, now });
	return rows.length;
}

const lapseHold = performs(holdLapse).by({
	lock: ({ tx, input }) => lockFamily(tx, input.familyId),
	async work({ tx, input: { conferenceId, hold: id, now } }) {
		const [still] = await tx
			.select({ keeps: hold.keeps })
			.from(hold)
			.where(and(eq(hold.id, id), lte(hold.until, now)));
		if (!still) return { done: {}, act: null };
		await releaseHolds(tx, [{ ...still, id }]);
		return { done: {}, act: { kind: 'hold.lapsed', conferenceId, before: { hold: id } } };
	},
});
