import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { BusyTime } from '../../core/calendars/read-calendar';
import {
	blockAdd,
	blockRemove,
	calendarAdd,
	calendarRead,
	calendarRemove,
	entryCounts,
} from '../../operations/calendars';
import type { Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import { keyedDigest } from '../foundation/keyed-digest';
import { busyTime, calendar, calendarException, person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs, type Asked } from '../foundation/runner/perform';

const lock = ({ tx, input }: Asked<{ readonly person: string }>) => lockPerson(tx, input.person);

/** Keeps a calendar with what was read from it. */
export const addCalendar = performs(calendarAdd).by({
	lock,
	async work({ tx, clock, config, input: { person: personId, name, address, busy } }) {
		const id = newId(clock);
		const now = clock.now();
		await tx.insert(calendar).values({ id, personId, name, address, readAt: now, triedAt: now });
		await writeEntries({ tx, clock, config }, personId, id, busy);
		const after = { calendar: id, person: personId, entries: busy.length };
		return { done: {}, act: { kind: 'calendar.added', personId, after } };
	},
});

/** Takes over what an address was found to hold. Most hours nothing is new: then no page is told. */
export const takeReading = performs(calendarRead).by({
	lock,
	async work({ tx, clock, config, input: { person: personId, calendar: id, busy } }) {
		const [there] = await tx.select().from(calendar).where(eq(calendar.id, id));
		if (!there || (await isUnchanged({ tx, config }, id, busy))) return { done: {}, act: null };
		await tx.delete(busyTime).where(eq(busyTime.calendarId, id));
		await writeEntries({ tx, clock, config }, personId, id, busy);
		const after = { calendar: id, person: personId, entries: busy.length };
		return { done: {}, act: { kind: 'calendar.read', personId, after } };
	},
});

/** Forgets a calendar and what was read from it. */
export const removeCalendar = performs(calendarRemove).by({
	async work({ tx, input: { person: personId, calendar: id } }) {
		const gone = await tx
			.delete(calendar)
			.where(and(eq(calendar.id, id), eq(calendar.personId, personId)))
			.returning({ id: calendar.id });
		if (gone.length === 0) return { done: {}, act: null };
		const before = { calendar: id, person: personId };
		return { done: {}, act: { kind: 'calendar.removed', personId, before } };
	},
});

/** Keeps a person from receiving in a stretch (milliseconds). */
export const addBlock = performs(blockAdd).by({
	lock,
	async work({ tx, clock, input: { person: personId, ...block } }) {
		const { start: startsAt, end: endsAt, allDay } = block;
		const row = { id: newId(clock), personId, kind: 'busy' as const, startsAt, endsAt, allDay };
		await tx.insert(busyTime).values(row);
		const after = { person: personId, ...block };
		return { done: {}, act: { kind: 'busy.changed', personId, after } };
	},
});

/** Takes a block by hand away. */
export const removeBlock = performs(blockRemove).by({
	async work({ tx, input: { person: personId, block } }) {
		const gone = await tx
			.delete(busyTime)
			.where(
				and(eq(busyTime.id, block), eq(busyTime.personId, personId), isNull(busyTime.calendarId)),
			)
			.returning({ id: busyTime.id });
		if (gone.length === 0) return { done: {}, act: null };
		const before = { person: personId, block };
		return { done: {}, act: { kind: 'busy.changed', personId, before } };
	},
});

/** Takes over what a person says of one of their entries; it goes for all of its turns, and stays when it is read again. */
export const setEntryCounts = performs(entryCounts).by({
	lock,
	async work({ tx, input: { person: personId, busy, counts } }) {
		const [row] = await tx
			.select()
			.from(busyTime)
			.where(and(eq(busyTime.id, busy), eq(busyTime.personId, personId)));
		if (!row || row.entry === null || row.counts === counts) return { done: {}, act: null };
		const { entry } = row;
		const same = and(eq(busyTime.personId, personId), eq(busyTime.entry, entry));
		await tx.update(busyTime).set({ counts }).where(same);
		if (counts)
			await tx
				.delete(calendarException)
				.where(and(eq(calendarException.personId, personId), eq(calendarException.entry, entry)));
		else await tx.insert(calendarException).values({ personId, entry }).onConflictDoNothing();
		const after = { person: personId, busy, counts };
		return { done: {}, act: { kind: 'busy.changed', personId, after } };
	},
});

/** Bookings with the person wait, so that none slips in under a duty that is being written. */
async function lockPerson(tx: Transaction, personId: string): Promise<void> {
	await tx.select({ id: person.id }).from(person).where(eq(person.id, personId)).for('update');
}

const PURPOSE = 'calendar-entry';

/** By what an entry is known here, as its calendar's own name for it may say what it is about; without one, by when it is. */
const entryDigest = ({ key }: Asked<unknown>['config'], { entry, start, end }: BusyTime): string =>
	keyedDigest(key, PURPOSE, entry || `${start}/${end}`);

/** Each entry is known by its digest alone; those of which the person has said so do not count. */
async function writeEntries(
	{ tx, clock, config }: Pick<Asked<unknown>, 'tx' | 'clock' | 'config'>,
	personId: string,
	calendarId: string,
	busy: readonly BusyTime[],
): Promise<void> {
	const rows = busy.map((time) => ({
		id: newId(clock),
		personId,
		calendarId,
		kind: time.kind,
		allDay: time.allDay,
		startsAt: time.start,
		endsAt: time.end,
		entry: entryDigest(config, time),
	}));
	const excepted = await tx
		.select({ entry: calendarException.entry })
		.from(calendarException)
		.where(
			and(
				eq(calendarException.personId, personId),
				inArray(calendarException.entry, [...new Set(rows.map(({ entry }) => entry))]),
			),
		);
	const uncounted = new Set(excepted.map(({ entry }) => entry));
	await insertAll(
		tx,
		busyTime,
		rows.map((row) => ({ ...row, counts: !uncounted.has(row.entry) })),
	);
}

async function isUnchanged(
	{ tx, config }: Pick<Asked<unknown>, 'tx' | 'config'>,
	calendarId: string,
	busy: readonly BusyTime[],
): Promise<boolean> {
	const rows = await tx.select().from(busyTime).where(eq(busyTime.calendarId, calendarId));
	const key = (...facts: readonly unknown[]) => facts.join('/');
	const known = rows
		.map(({ startsAt, endsAt, kind, entry }) => key(startsAt, endsAt, kind, entry))
		.sort();
	const found = busy
		.map((time) => key(time.start, time.end, time.kind, entryDigest(config, time)))
		.sort();
	return known.length === found.length && known.every((entry, index) => entry === found[index]);
}
