import { eq } from 'drizzle-orm';
import {
	faultsOfBasics,
	type BasicsFault,
	type ConferenceBasics,
} from '../../core/conferences/basics';
import { isSame } from '../../core/merge/is-same';
import { mergeFields } from '../../core/merge/merge-fields';
import { localOf } from '../../core/time/local-of';
import { basicsSave } from '../../operations/conferences';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { conference } from '../foundation/database/schema';
import { syncAllDesks } from '../desks/sync-desks';
import { performs } from '../foundation/runner/perform';
import { addressChoices } from './free-address';
import { lockConference } from './lock-conference';

type ConferenceRow = typeof conference.$inferSelect;

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
export const saveBasics = performs(basicsSave).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, clock, input: { conferenceId, base, mine } }) {
		const row = await lockConference(tx, conferenceId);
		const before = basicsOf(row);
		const merged = mergeFields(base, mine, before);
		const faults = await faultsHere(tx, clock, row, merged.value);
		const after = kept(before, merged.value, faults);
		const done = {
			basics: after,
			faults,
			collisions: merged.collisions,
			version: row.version,
		};
		if (isSame(before, after)) return { done, act: null };
		await tx.update(conference).set(columnsOf(after)).where(eq(conference.id, conferenceId));
		if (!isSame(shapeOf(before), shapeOf(after))) await syncAllDesks(tx, clock, conferenceId);
		return { done, act: { kind: 'conference.changed', conferenceId, before, after } };
	},
	answer: async ({ tx, input }, done) => ({
		...done,
		version: (await lockConference(tx, input.conferenceId)).version,
	}),
});

/** What of the basics lays out the desks' time. */
const shapeOf = ({
	timeZone,
	hours,
	weekly,
	slotMinutes,
	gapMinutes,
	longGap,
}: ConferenceBasics) => ({ timeZone, hours, weekly, slotMinutes, gapMinutes, longGap });

/** What is wrong with basics at this school; of an address, which ones are free. */
async function faultsHere(
	tx: Transaction,
	clock: Clock,
	row: ConferenceRow,
	wanted: ConferenceBasics,
): Promise<BasicsFault[]> {
	const faults = faultsOfBasics(wanted);
	const choices = () => addressChoices(tx, row.id, wanted.address, factsOf(clock, row));
	const isUnfit = faults.some(({ field }) => field === 'address');
	if (wanted.address !== row.address && !isUnfit) {
		const { isFree, suggestions } = await choices();
		if (!isFree) faults.push({ field: 'address', code: 'address-taken', suggestions });
	}
	const told: BasicsFault[] = [];
	for (const fault of faults)
		told.push(
			fault.code === 'unfit-address'
				? { ...fault, suggestions: (await choices()).suggestions }
				: fault,
		);
	return told;
}

const factsOf = (clock: Clock, row: ConferenceRow) => ({
	name: row.name,
	year: Number(localOf(clock.now(), row.timeZone).date.slice(0, 4)),
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
