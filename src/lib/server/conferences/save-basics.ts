import { eq } from 'drizzle-orm';
import {
	faultsOfBasics,
	type BasicsFault,
	type ConferenceBasics,
} from '../../core/conferences/basics';
import { mergeFields, type Collision } from '../../core/merge/merge-fields';
import { isSame } from '../../core/merge/is-same';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { inTransaction } from '../database/transaction';
import { conference } from '../database/schema';
import { lockConference } from '../desks/save-plans';
import { syncAllDesks } from '../desks/sync-desks';
import { ForbiddenError } from '../permissions/forbidden';
import { addressChoices } from './free-address';
import { touchConference } from './touch-conference';

type ConferenceRow = typeof conference.$inferSelect;

/** What became of changed basics. */
export interface BasicsOutcome {
	/** The basics as they are now. */
	readonly basics: ConferenceBasics;
	/** Why single fields were not kept; the others were. */
	readonly faults: readonly BasicsFault[];
	/** What somebody else set differently meanwhile; theirs stands. */
	readonly collisions: readonly Collision[];
	/** The conference's version with them. */
	readonly version: number;
}

/** A conference's basics as they are edited. */
export const basicsOf = (row: ConferenceRow): ConferenceBasics => ({
	name: row.name,
	address: row.address,
	words: row.words,
	limitNote: row.limitNote,
	timeZone: row.timeZone,
	hours: row.hours,
	weekly: row.weekly,
	slotMinutes: row.slotMinutes,
	gapMinutes: row.gapMinutes,
	longGap:
		row.longGapEvery === null || row.longGapMinutes === null
			? null
			: { every: row.longGapEvery, minutes: row.longGapMinutes },
	usualPlace: row.usualPlace,
	opensAt: row.opensAt,
	closesAt: row.closesAt,
	teachersMay: row.teachersMay,
	tentativeCounts: row.tentativeCounts,
	awayCounts: row.awayCounts,
});

/** Basics as the database's columns have them. */
export const columnsOf = ({ longGap, hours, weekly, ...plain }: ConferenceBasics) => ({
	...plain,
	name: plain.name.trim(),
	hours: [...hours],
	weekly: [...weekly],
	longGapEvery: longGap?.every ?? null,
	longGapMinutes: longGap?.minutes ?? null,
});

/**
 * Keeps what an editor changed from `base` to `mine`, field by field: fields that somebody else changed
 * meanwhile stay, and what cannot be kept is told while the rest is kept. Desks that follow the
 * conference's hours follow; booked slots that no longer fit are kept aside to be settled.
 */
export async function saveBasics(
	app: App,
	actor: Actor,
	id: string,
	base: ConferenceBasics,
	mine: ConferenceBasics,
): Promise<BasicsOutcome> {
	if (!may(actor, 'conference.set-up')) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const row = await lockConference(tx, id);
		const before = basicsOf(row);
		const merged = mergeFields(base, mine, before);
		const wanted = merged.value;
		const faults = faultsOfBasics(wanted);
		if (wanted.address !== before.address && !faults.some(({ field }) => field === 'address')) {
			const { isFree, suggestions } = await addressChoices(
				tx,
				id,
				wanted.address,
				factsOf(app, row),
			);
			if (!isFree) faults.push({ field: 'address', code: 'address-taken', suggestions });
		}
		const told: BasicsFault[] = [];
		for (const fault of faults)
			told.push(
				fault.code === 'unfit-address'
					? { ...fault, ...(await addressChoices(tx, id, wanted.address, factsOf(app, row))) }
					: fault,
			);
		const after = kept(before, wanted, faults);
		let { version } = row;
		if (!isSame(before, after)) {
			await tx.update(conference).set(columnsOf(after)).where(eq(conference.id, id));
			const shape = ({
				timeZone,
				hours,
				weekly,
				slotMinutes,
				gapMinutes,
				longGap,
			}: ConferenceBasics) => ({ timeZone, hours, weekly, slotMinutes, gapMinutes, longGap });
			if (!isSame(shape(before), shape(after))) await syncAllDesks(tx, app.clock, id);
			await recordAct(tx, app.clock, {
				actor,
				kind: 'conference.changed',
				conferenceId: id,
				before,
				after,
			});
			version = await touchConference(tx, id);
		}
		return { basics: after, faults: told, collisions: merged.collisions, version };
	});
}

const factsOf = (app: App, row: ConferenceRow) => ({
	name: row.name,
	year: Number(localOf(app.clock.now(), row.timeZone).date.slice(0, 4)),
});

/** What was wanted, without the fields that have faults; when the rest then has some, nothing of it. */
function kept(
	before: ConferenceBasics,
	wanted: ConferenceBasics,
	faults: readonly BasicsFault[],
): ConferenceBasics {
	if (faults.length === 0) return wanted;
	const without = { ...wanted };
	for (const { field } of faults) Object.assign(without, { [field]: before[field] });
	return faultsOfBasics(without).length === 0 ? without : before;
}
