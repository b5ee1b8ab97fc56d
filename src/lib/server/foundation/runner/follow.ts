import { sql } from 'drizzle-orm';
import type { Actor } from '../../../core/permissions/may';
import type { Clock } from '../clock';
import type { Transaction } from '../database/connect';
import { addJob } from '../add-job';
import { writeNotices } from '../../notices/telling/write-notices';
import { deriveWishes } from '../../visits/derive-wishes';
import { announceChange } from './announce';
import { conferencesOf, isOpenToFamilies } from './concerned';
import { consequences } from './consequences';
import type { DoneAct } from './record-act';
import { touchConference } from './touch-conference';

/** Does what follows an act, by the table of consequences; the rest is added as jobs. */
export async function follow(
	tx: Transaction,
	clock: Clock,
	actor: Actor,
	act: DoneAct & { readonly id: string },
): Promise<void> {
	const { concerns, wishes, snapshot, pages, waitingList, tells = [] } = consequences[act.kind];
	await writeNotices(tx, clock, actor, { act, tells });
	const isDerived = typeof wishes === 'function' ? wishes(act) : wishes !== undefined;
	const family = wishes === 'of-its-family' ? act.familyId : undefined;
	for (const id of await conferencesOf(tx, concerns, act)) {
		if (isDerived && (await isOpenToFamilies(tx, id))) await deriveWishes(tx, clock, id, family);
		if (snapshot) await touchConference(tx, id);
		if (snapshot || pages) await announceChange(tx, id, pages === 'anew');
		if (waitingList) await tendLater(tx, id);
	}
}

/** Whoever waits is looked for after the commit; where nobody waits there is nothing to do. */
async function tendLater(tx: Transaction, conferenceId: string): Promise<void> {
	const [waits] = await tx.execute(
		sql`select from waiting where conference_id = ${conferenceId} limit 1`,
	);
	if (waits) await addJob(tx, { task: 'tend-waiting-list', payload: { conference: conferenceId } });
}
