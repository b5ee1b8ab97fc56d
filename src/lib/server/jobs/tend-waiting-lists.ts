import { sql } from 'drizzle-orm';
import { z } from 'zod';
import type { App } from '../app';
import { tendWaitingList } from '../visits/tend-waiting-list';

const payloads = z.array(z.object({ payload: z.object({ conference: z.string() }) }));

/**
 * Tends the waiting list of a conference, and of all for which the same was asked since. Many who cancel
 * at once leave many such jobs; what they freed is all there when the first one runs, and the others
 * have nothing left to do. Should this one fail, the next minute tends every list again.
 */
export async function tendWaitingLists(app: App, conference: string): Promise<void> {
	const others = await app.db.execute(sql`
		select payload from graphile_worker.complete_jobs(array(
			select id from graphile_worker.jobs
			where task_identifier = 'tend-waiting-list' and locked_at is null))`);
	const asked = payloads.parse([...others]).map(({ payload }) => payload.conference);
	for (const id of new Set([conference, ...asked])) await tendWaitingList(app, id);
}
