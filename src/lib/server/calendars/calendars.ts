import { and, asc, eq, isNull } from 'drizzle-orm';
import type { BusyTime } from '../../core/calendars/read-calendar';
import { may, type Actor } from '../../core/permissions/may';
import { addDays, laterInstantOf, localOf } from '../../core/time/local-time';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { touchConferencesOf } from '../conferences/touch-conferences-of';
import type { Reader, Transaction } from '../database/connect';
import { insertAll } from '../database/insert-all';
import { busyTime, calendar, person } from '../database/schema';
import { inTransaction } from '../database/transaction';
import { newId } from '../identifiers';
import { readSchool } from '../people/school';
import { ForbiddenError } from '../permissions/forbidden';
import { seal, unseal } from '../sealed';
import { calendarAddress, fetchCalendar, type FetchFailure } from './fetch-calendar';
import { readCalendarAside, type CalendarReadAside } from './read-aside';

const PURPOSE = 'calendar-address';
/** Calendars are read this far ahead, in days; and a little back, for what began before. */
const AHEAD = 400;
const BACK = 2;

export type CalendarFailure = FetchFailure | 'no-calendar' | 'too-many' | 'too-much-work';

/** A calendar as its owner and the office see it; the address only by its host. */
export interface CalendarLine {
	readonly id: string;
	readonly name: string;
	/** Where it is read from; `null`: a file. */
	readonly host: string | null;
	readonly readAt: number | null;
	readonly failure: CalendarFailure | null;
	/** Entries ahead that keep the person from receiving. */
	readonly entries: number;
}

export interface BlockLine {
	readonly id: string;
	readonly start: number;
	readonly end: number;
	readonly allDay: boolean;
}

export type CalendarAdded =
	| { readonly ok: true; readonly entries: number }
	| { readonly ok: false; readonly reason: CalendarFailure };

const mayEdit = (actor: Actor, personId: string): void => {
	if (!may(actor, 'busy.change', { person: personId })) throw new ForbiddenError();
};

/** A person's calendars and blocks by hand. */
export async function listCalendars(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	personId: string,
): Promise<{ calendars: CalendarLine[]; blocks: BlockLine[] }> {
	mayEdit(actor, personId);
	const [calendars, busy] = await Promise.all([
		db.select().from(calendar).where(eq(calendar.personId, personId)).orderBy(asc(calendar.id)),
		db
			.select()
			.from(busyTime)
			.where(eq(busyTime.personId, personId))
			.orderBy(asc(busyTime.startsAt)),
	]);
	return {
		calendars: calendars.map(({ id, name, address, readAt, failure }) => ({
			id,
			name,
			readAt,
			failure: failure as CalendarFailure | null,
			host: address && hostOf(unseal(config.key, PURPOSE, address)),
			entries: busy.filter(({ calendarId }) => calendarId === id).length,
		})),
		blocks: busy
			.filter(({ calendarId }) => calendarId === null)
			.map(({ id, startsAt, endsAt, allDay }) => ({ id, start: startsAt, end: endsAt, allDay })),
	};
}

const hostOf = (address: string | null): string =>
	(address && calendarAddress(address)?.hostname) || '?';

/** The stretch in which calendars are read, in the school's zone. */
async function readingWindow({ db, clock }: Pick<App, 'db' | 'clock'>) {
	const zone = (await readSchool(db))?.timeZone ?? 'UTC';
	const today = localOf(clock.now(), zone).date;
	return {
		zone,
		start: laterInstantOf(addDays(today, -BACK), 0, zone),
		end: laterInstantOf(addDays(today, AHEAD), 0, zone),
	};
}

/** Adds a calendar from the text of a file. */
export async function addCalendarFile(
	app: App,
	actor: Actor,
	personId: string,
	file: { readonly name: string; readonly text: string },
): Promise<CalendarAdded> {
	mayEdit(actor, personId);
	const read = await readCalendarAside(file.text, await readingWindow(app));
	if (!read.ok) return read;
	await addCalendar(app, actor, { personId, name: file.name, address: null }, read.busy);
	return { ok: true, entries: read.busy.length };
}

/** Adds a calendar that is read from an address now, and every hour from now on. */
export async function addCalendarAddress(
	app: App,
	actor: Actor,
	personId: string,
	address: string,
): Promise<CalendarAdded> {
	mayEdit(actor, personId);
	const read = await readAddress(app, address);
	if (!read.ok) return read;
	const sealed = seal(app.config.key, PURPOSE, address);
	await addCalendar(app, actor, { personId, name: hostOf(address), address: sealed }, read.busy);
	return { ok: true, entries: read.busy.length };
}

type AddressRead = CalendarReadAside | { readonly ok: false; readonly reason: FetchFailure };

async function readAddress(app: App, address: string): Promise<AddressRead> {
	const fetched = await fetchCalendar(address, { allowPrivate: app.config.privateCalendars });
	return fetched.ok ? readCalendarAside(fetched.text, await readingWindow(app)) : fetched;
}

async function addCalendar(
	app: App,
	actor: Actor,
	facts: { personId: string; name: string; address: string | null },
	busy: readonly BusyTime[],
): Promise<void> {
	await inTransaction(app.db, async (tx) => {
		const id = newId(app.clock);
		await lockPerson(tx, facts.personId);
		await tx
			.insert(calendar)
			.values({ id, ...facts, readAt: app.clock.now(), triedAt: app.clock.now() });
		await writeBusy(tx, app, facts.personId, id, busy);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'calendar.added',
			after: { calendar: id, person: facts.personId, entries: busy.length },
		});
		await touchConferencesOf(tx, facts.personId);
	});
}

/** Bookings with the person wait, so that none slips in under a duty that is being written. */
async function lockPerson(tx: Transaction, personId: string): Promise<void> {
	await tx.select({ id: person.id }).from(person).where(eq(person.id, personId)).for('update');
}

async function writeBusy(
	tx: Transaction,
	{ clock }: App,
	personId: string,
	calendarId: string | null,
	busy: readonly BusyTime[],
): Promise<void> {
	await insertAll(
		tx,
		busyTime,
		busy.map(({ start, end, kind, allDay }) => ({
			id: newId(clock),
			personId,
			calendarId,
			kind,
			allDay,
			startsAt: start,
			endsAt: end,
		})),
	);
}

/**
 * Reads a calendar's address again. When that fails, what was read before holds, and the calendar says
 * since when. Returns how many entries there are now, or why it failed; `null` for a file.
 */
export async function readCalendarAgain(
	app: App,
	calendarId: string,
): Promise<CalendarAdded | null> {
	const [row] = await app.db.select().from(calendar).where(eq(calendar.id, calendarId));
	if (!row?.address) return null;
	const address = unseal(app.config.key, PURPOSE, row.address);
	const read: AddressRead = address
		? await readAddress(app, address)
		: { ok: false, reason: 'no-address' };
	return inTransaction(app.db, async (tx): Promise<CalendarAdded | null> => {
		await lockPerson(tx, row.personId);
		const now = app.clock.now();
		if (!read.ok) {
			await tx
				.update(calendar)
				.set({ triedAt: now, failure: read.reason })
				.where(eq(calendar.id, calendarId));
			return { ok: false, reason: read.reason };
		}
		const there = await tx
			.update(calendar)
			.set({ triedAt: now, readAt: now, failure: null })
			.where(eq(calendar.id, calendarId))
			.returning({ id: calendar.id });
		if (there.length === 0) return null;
		if (await isUnchanged(tx, calendarId, read.busy))
			return { ok: true, entries: read.busy.length };
		await tx.delete(busyTime).where(eq(busyTime.calendarId, calendarId));
		await writeBusy(tx, app, row.personId, calendarId, read.busy);
		await touchConferencesOf(tx, row.personId);
		return { ok: true, entries: read.busy.length };
	});
}

/** Most hours nothing is new: then nothing is written and no page is told. */
async function isUnchanged(
	tx: Reader,
	calendarId: string,
	busy: readonly BusyTime[],
): Promise<boolean> {
	const rows = await tx.select().from(busyTime).where(eq(busyTime.calendarId, calendarId));
	const key = (start: number, end: number, kind: string) => `${start}/${end}/${kind}`;
	const known = rows.map(({ startsAt, endsAt, kind }) => key(startsAt, endsAt, kind)).sort();
	const found = busy.map(({ start, end, kind }) => key(start, end, kind)).sort();
	return known.length === found.length && known.every((entry, index) => entry === found[index]);
}

/** Reads every calendar that has an address again; one that fails does not keep the others. */
export async function readAllCalendars(app: App): Promise<void> {
	const rows = await app.db
		.select({ id: calendar.id, address: calendar.address })
		.from(calendar)
		.orderBy(asc(calendar.id));
	for (const { id, address } of rows) {
		if (!address) continue;
		const read = await readCalendarAgain(app, id);
		if (read && !read.ok) app.log.warn({ calendar: id, reason: read.reason }, 'calendar not read');
	}
}

/** Reads one person's calendars again, on demand. */
export async function readCalendarsOf(app: App, actor: Actor, personId: string): Promise<void> {
	mayEdit(actor, personId);
	const rows = await app.db
		.select({ id: calendar.id })
		.from(calendar)
		.where(eq(calendar.personId, personId));
	for (const { id } of rows) await readCalendarAgain(app, id);
}

/** Forgets a calendar and what was read from it. */
export async function removeCalendar(
	app: App,
	actor: Actor,
	personId: string,
	calendarId: string,
): Promise<void> {
	mayEdit(actor, personId);
	await inTransaction(app.db, async (tx) => {
		const gone = await tx
			.delete(calendar)
			.where(and(eq(calendar.id, calendarId), eq(calendar.personId, personId)))
			.returning({ id: calendar.id });
		if (gone.length === 0) return;
		await recordAct(tx, app.clock, {
			actor,
			kind: 'calendar.removed',
			before: { calendar: calendarId, person: personId },
		});
		await touchConferencesOf(tx, personId);
	});
}

/** Keeps a person from receiving in a stretch (milliseconds). */
export async function addBlock(
	app: App,
	actor: Actor,
	personId: string,
	block: { readonly start: number; readonly end: number; readonly allDay: boolean },
): Promise<void> {
	mayEdit(actor, personId);
	await inTransaction(app.db, async (tx) => {
		await lockPerson(tx, personId);
		await writeBusy(tx, app, personId, null, [{ ...block, kind: 'busy' }]);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'busy.changed',
			after: { person: personId, ...block },
		});
		await touchConferencesOf(tx, personId);
	});
}

/** Takes a block by hand away. */
export async function removeBlock(
	app: App,
	actor: Actor,
	personId: string,
	blockId: string,
): Promise<void> {
	mayEdit(actor, personId);
	await inTransaction(app.db, async (tx) => {
		const gone = await tx
			.delete(busyTime)
			.where(
				and(eq(busyTime.id, blockId), eq(busyTime.personId, personId), isNull(busyTime.calendarId)),
			)
			.returning({ id: busyTime.id });
		if (gone.length === 0) return;
		await recordAct(tx, app.clock, {
			actor,
			kind: 'busy.changed',
			before: { person: personId, block: blockId },
		});
		await touchConferencesOf(tx, personId);
	});
}
