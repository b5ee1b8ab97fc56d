import { and, eq, isNull, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { faultsOfHours, type Hours, type HoursFault } from '../../core/slots/series';
import { isTimeZone } from '../../core/time/local-time';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { ForbiddenError } from '../permissions/forbidden';
import { inTransaction } from '../database/transaction';
import { conference } from '../database/schema';
import { syncFollowingDesks } from '../desks/sync-slots';
import { newId } from '../identifiers';
import { announceChange } from '../live/announce';
import { deriveWishes } from '../visits/derive-wishes';
import { freeAddress } from './free-address';

/** What an organiser says of a conference. Minutes, local hours, instants in milliseconds. */
export interface ConferenceBasics {
	readonly name: string;
	readonly words: string;
	readonly timeZone: string;
	readonly hours: readonly Hours[];
	readonly slotMinutes: number;
	readonly gapMinutes: number;
	readonly opensAt: number | null;
	readonly closesAt: number | null;
}

export type BasicsFault =
	| { readonly field: 'timeZone'; readonly code: 'unknown-zone' }
	| { readonly field: 'hours'; readonly code: HoursFault['code'] | 'none'; readonly index: number }
	| { readonly field: 'closesAt'; readonly code: 'closes-before-it-opens' };

/** What is wrong with the basics; empty when they can be kept. */
export function basicsFaults(basics: ConferenceBasics): BasicsFault[] {
	if (!isTimeZone(basics.timeZone)) return [{ field: 'timeZone', code: 'unknown-zone' }];
	const hours = faultsOfHours(basics.hours, basics, basics.timeZone);
	const { opensAt, closesAt } = basics;
	return [
		...hours.map((fault) => ({ field: 'hours' as const, ...fault })),
		...(basics.hours.length === 0
			? [{ field: 'hours' as const, code: 'none' as const, index: 0 }]
			: []),
		...(opensAt !== null && closesAt !== null && closesAt <= opensAt
			? [{ field: 'closesAt' as const, code: 'closes-before-it-opens' as const }]
			: []),
	];
}

export type ConferenceResult =
	| { readonly ok: true; readonly address: string; readonly id: string }
	| { readonly ok: false; readonly faults: readonly BasicsFault[] };

/** Creates a conference that is being prepared. */
export async function createConference(
	app: App,
	actor: Actor,
	basics: ConferenceBasics,
): Promise<ConferenceResult> {
	if (!may(actor, 'conference.set-up')) throw new ForbiddenError();
	const faults = basicsFaults(basics);
	if (faults.length) return { ok: false, faults };
	return inTransaction(app.db, async (tx) => {
		const id = newId(app.clock);
		const address = await freeAddress(tx, basics.name);
		await tx.insert(conference).values({ id, address, ...basics, hours: [...basics.hours] });
		await recordAct(tx, app.clock, {
			actor,
			kind: 'conference.created',
			conferenceId: id,
			after: basics,
		});
		return { ok: true, id, address };
	});
}

export type ChangeResult =
	ConferenceResult | { readonly ok: false; readonly changedMeanwhile: true };

/**
 * Changes the basics. Desks that follow the conference's hours follow; booked slots that no longer
 * fit are kept aside to be settled. `version` is the one that the editor saw.
 */
export async function changeConference(
	app: App,
	actor: Actor,
	id: string,
	version: number,
	basics: ConferenceBasics,
): Promise<ChangeResult> {
	if (!may(actor, 'conference.set-up')) throw new ForbiddenError();
	const faults = basicsFaults(basics);
	if (faults.length) return { ok: false, faults };
	return inTransaction(app.db, async (tx) => {
		const [before] = await tx
			.select()
			.from(conference)
			.where(eq(conference.id, id))
			.for('no key update');
		if (!before || before.version !== version) return { ok: false, changedMeanwhile: true };
		await tx
			.update(conference)
			.set({ ...basics, hours: [...basics.hours], version: version + 1 })
			.where(eq(conference.id, id));
		await syncFollowingDesks(tx, app.clock, id);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'conference.changed',
			conferenceId: id,
			before: pickBasics(before),
			after: basics,
		});
		await announceChange(tx, id);
		return { ok: true, id, address: before.address };
	});
}

const pickBasics = (row: typeof conference.$inferSelect): ConferenceBasics => ({
	name: row.name,
	words: row.words,
	timeZone: row.timeZone,
	hours: row.hours,
	slotMinutes: row.slotMinutes,
	gapMinutes: row.gapMinutes,
	opensAt: row.opensAt,
	closesAt: row.closesAt,
});

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
