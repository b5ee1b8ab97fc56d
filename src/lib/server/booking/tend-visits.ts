import { and, eq, isNull, lte } from 'drizzle-orm';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { hold, waiting } from '../database/schema';
import { announceChange } from '../live/announce';
import { dropHolds, keptSlots } from './held-claims';
import { lockFamily, lockSlots } from './lock-visit';
import { tendWaitingList, tendWaitingLists } from './waiting-list';

/**
 * What time does to visits: holds that have ended are removed, and what became free is offered to
 * those who wait. It goes by what is in the database, so nothing is lost with a server that died.
 */
export async function tendVisits(app: Pick<App, 'db' | 'clock'>): Promise<void> {
	await sweepHolds(app);
	await tendWaitingLists(app);
}

/** Removes the holds that have ended; those of the waiting list are its own business. */
export async function sweepHolds({ db, clock }: Pick<App, 'db' | 'clock'>): Promise<number> {
	const now = clock.now();
	const ended = and(lte(hold.until, now), isNull(waiting.id));
	const rows = await db
		.select({ id: hold.id, familyId: hold.familyId, conferenceId: hold.conferenceId })
		.from(hold)
		.leftJoin(waiting, eq(waiting.holdId, hold.id))
		.where(ended);
	for (const { id, familyId, conferenceId } of rows)
		await inTransaction(db, async (tx) => {
			await lockFamily(tx, familyId);
			const [still] = await tx
				.select({ keeps: hold.keeps })
				.from(hold)
				.where(and(eq(hold.id, id), lte(hold.until, now)));
			if (!still) return;
			await lockSlots(tx, keptSlots([still]), []);
			await dropHolds(tx, [id]);
			await announceChange(tx, conferenceId);
		});
	return rows.length;
}

/** After something became free: who waits is offered it at once. What fails here, the job does later. */
export async function tendAfter(
	app: Pick<App, 'db' | 'clock' | 'log'>,
	conferenceId: string,
): Promise<void> {
	try {
		await tendWaitingList(app, conferenceId);
	} catch (error) {
		app.log.warn({ conferenceId, error: (error as Error).name }, 'waiting list not tended');
	}
}
