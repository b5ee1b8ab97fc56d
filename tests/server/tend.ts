import { sql } from 'drizzle-orm';
import type { App } from '$lib/server/app';
import { tendVisits } from '$lib/server/visits/tend-visits';
import { tendWaitingLists } from '$lib/server/jobs/tend-waiting-lists';

/** What a minute brings: the jobs that it adds are done as well. */
export async function tend(app: App): Promise<void> {
	await tendVisits(app);
	await doWaitingJobs(app);
}

/** Does the jobs about waiting lists that were added. */
export async function doWaitingJobs(app: App): Promise<void> {
	const [job] = await app.db.execute<{ conference: string }>(sql`
		select payload ->> 'conference' as conference from graphile_worker.complete_jobs(array(
			select id from graphile_worker.jobs where task_identifier = 'tend-waiting-list' limit 1))`);
	if (job) await tendWaitingLists(app, job.conference);
}
