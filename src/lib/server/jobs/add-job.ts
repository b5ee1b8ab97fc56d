import { sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect';

/** What is done once, as soon as a server process is free; by the name of its task. */
export type Job = { readonly task: 'send-links'; readonly payload: { readonly sending: string } };

/** Has a job done after the transaction. Added again under the same key, it stays one job. */
export async function addJob(tx: Transaction, { task, payload }: Job, key: string): Promise<void> {
	await tx.execute(sql`
		select graphile_worker.add_job(${task}, ${JSON.stringify(payload)}::json, job_key => ${key})`);
}
