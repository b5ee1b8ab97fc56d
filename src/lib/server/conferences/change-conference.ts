import { and, eq, isNull, sql } from 'drizzle-orm';
import {
	faultsOfBasics,
	type BasicsFault,
	type ConferenceBasics,
} from '../../core/conferences/basics';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { ForbiddenError } from '../permissions/forbidden';
import { inTransaction } from '../database/transaction';
import { conference } from '../database/schema';
import { newId } from '../identifiers';
import { announceChange } from '../live/announce';
import { deriveWishes } from '../visits/derive-wishes';
import { freeAddress } from './free-address';
import { columnsOf } from './save-basics';

/** What has to be said of a new conference; the rest can wait. */
export type NewConference = Pick<
	ConferenceBasics,
	'name' | 'timeZone' | 'hours' | 'slotMinutes' | 'gapMinutes'
> &
	Partial<ConferenceBasics>;

export type ConferenceResult =
	| { readonly ok: true; readonly address: string; readonly id: string }
	| { readonly ok: false; readonly faults: readonly BasicsFault[] };

/** Creates a conference that is being prepared. Its address follows from its name. */
export async function createConference(
	app: App,
	actor: Actor,
	given: NewConference,
): Promise<ConferenceResult> {
	if (!may(actor, 'conference.set-up')) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const id = newId(app.clock);
		const basics: ConferenceBasics = {
			words: '',
			limitNote: '',
			weekly: [],
			longGap: null,
			usualPlace: 'room',
			opensAt: null,
			closesAt: null,
			teachersMay: 'see',
			tentativeCounts: true,
			awayCounts: true,
			...given,
			address: await freeAddress(tx, given.name),
		};
		const faults = faultsOfBasics(basics);
		if (faults.length) return { ok: false, faults };
		await tx.insert(conference).values({ id, ...columnsOf(basics) });
		await recordAct(tx, app.clock, {
			actor,
			kind: 'conference.created',
			conferenceId: id,
			after: basics,
		});
		return { ok: true, id, address: basics.address };
	});
}

/** Opens the conference to its families: wishes are derived, links begin to show it. */
export async function publishConference(app: App, actor: Actor, id: string): Promise<void> {
	if (!may(actor, 'conference.publish')) throw new ForbiddenError();
	await inTransaction(app.db, async (tx) => {
		const published = await tx
			.update(conference)
			.set({
				publishedAt: app.clock.now(),
				withdrawnAt: null,
				version: sql`${conference.version} + 1`,
			})
			.where(
				and(
					eq(conference.id, id),
					sql`(${conference.publishedAt} is null or ${conference.withdrawnAt} is not null)`,
				),
			)
			.returning();
		if (published.length === 0) return;
		await deriveWishes(tx, app.clock, id);
		await recordAct(tx, app.clock, { actor, kind: 'conference.published', conferenceId: id });
		await announceChange(tx, id);
	});
}

/** Takes a published conference back: families no longer see it; what is booked is kept. */
export async function withdrawConference(app: App, actor: Actor, id: string): Promise<void> {
	if (!may(actor, 'conference.publish')) throw new ForbiddenError();
	await inTransaction(app.db, async (tx) => {
		const withdrawn = await tx
			.update(conference)
			.set({ withdrawnAt: app.clock.now(), version: sql`${conference.version} + 1` })
			.where(and(eq(conference.id, id), isNull(conference.withdrawnAt)))
			.returning();
		if (withdrawn.length === 0) return;
		await recordAct(tx, app.clock, { actor, kind: 'conference.withdrawn', conferenceId: id });
		await announceChange(tx, id);
	});
}
