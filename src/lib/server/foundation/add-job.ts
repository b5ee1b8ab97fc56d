import { sql } from 'drizzle-orm';
import type { Transaction } from './database/connect';

/** A message to somebody who came by an open link and is no adult of the register's (yet). */
export interface NewcomerLetter {
	readonly newcomer: string;
	/** The link that proves the address, or that the office did not let them in. */
	readonly says: 'prove' | 'declined';
	/** What tells a repeat from a new one: the act. */
	readonly about: string;
	readonly to: string;
	/** The office's own words; empty for none. */
	readonly words: string;
}

/** What is done once, as soon as a server process is free; by the name of its task. */
export type Job =
	| { readonly task: 'write-to-newcomer'; readonly payload: { readonly letter: NewcomerLetter } }
	| { readonly task: 'send-links'; readonly payload: { readonly sending: string } }
	| { readonly task: 'tend-waiting-list'; readonly payload: { readonly conference: string } };

/**
 * Has a job done after the transaction, if it commits. Jobs bear no key of the queue's own: a second one with
 * the same key would wait for the first one's transaction, and two of them in another order for each other.
 */
export async function addJob(tx: Transaction, { task, payload }: Job): Promise<void> {
	await tx.execute(sql`
		select graphile_worker.add_job(${task}, ${JSON.stringify(payload)}::json)`);
}
