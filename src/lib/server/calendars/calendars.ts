import { and, asc, eq, exists, gt, isNotNull, lt, sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { may, SYSTEM, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-of';
import { addDays, laterInstantOf } from '../../core/time/local-time';
import type { App } from '../app';
import type { Reader } from '../foundation/database/connect';
import { busyTime, calendar, conference, deskPerson, slot } from '../foundation/database/schema';
import { readSchool } from '../register/school';
import { ForbiddenError } from '../foundation/forbidden';
import { seal, unseal } from '../foundation/sealed';
import { addCalendar, takeReading } from './change-calendars';
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
	/** Those that lie over slots of the person's desks. */
	readonly closing: readonly ClosingEntry[];
}

/** An entry that lies over slots, by its first turn that does. */
export interface ClosingEntry extends BlockLine {
	/** Turns of it that lie over slots. */
	readonly turns: number;
	/** Whether it closes them: the person may say that it does not count. */
	readonly counts: boolean;
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
	{ db, config, clock }: Pick<App, 'db' | 'config' | 'clock'>,
	actor: Actor,
	personId: string,
): Promise<{ calendars: CalendarLine[]; blocks: BlockLine[] }> {
	mayEdit(actor, personId);
	const [calendars, closing, busy] = await Promise.all([
		db.select().from(calendar).where(eq(calendar.personId, personId)).orderBy(asc(calendar.id)),
		readClosing(db, personId, clock.now()),
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
			entries: busy.filter(({ calendarId, counts }) => calendarId === id && counts).length,
			closing: closing.get(id) ?? [],
		})),
		blocks: busy
			.filter(({ calendarId }) => calendarId === null)
			.map(({ id, startsAt, endsAt, allDay }) => ({ id, start: startsAt, end: endsAt, allDay })),
	};
}

type BusyRow = typeof busyTime.$inferSelect;

/** Of each calendar the entries that lie over slots of the person's desks, in order of time. */
async function readClosing(
	db: Reader,
	personId: string,
	now: number,
): Promise<ReadonlyMap<string, readonly ClosingEntry[]>> {
	const slots = db
		.select({ one: sql`1` })
		.from(slot)
		.innerJoin(deskPerson, eq(deskPerson.deskId, slot.deskId))
		.where(
			and(
				eq(deskPerson.personId, busyTime.personId),
				lt(slot.startsAt, busyTime.endsAt),
				gt(slot.endsAt, busyTime.startsAt),
			),
		);
	const rows = await db
		.select()
		.from(busyTime)
		.where(
			and(
				eq(busyTime.personId, personId),
				isNotNull(busyTime.calendarId),
				gt(busyTime.endsAt, now),
				exists(slots),
			),
		)
		.orderBy(asc(busyTime.startsAt));
	const byCalendar = groupBy(rows, ({ calendarId }) => calendarId!);
	return new Map([...byCalendar].map(([id, own]) => [id, closingOf(own)]));
}

const closingOf = (rows: readonly BusyRow[]): ClosingEntry[] =>
	[...groupBy(rows, ({ entry }) => entry).values()].map((turns) => {
		const { id, startsAt, endsAt, allDay, counts } = turns[0]!;
		return { id, start: startsAt, end: endsAt, allDay, counts, turns: turns.length };
	});

const hostOf = (address: string | null): string =>
	(address && calendarAddress(address)?.hostname) || '?';

/** The stretch in which calendars are read, in the school's zone. */
async function readingWindow({ db, clock }: Pick<App, 'db' | 'clock'>) {
	const zone = (await readSchool(db))?.timeZone ?? 'UTC';
	const today = localOf(clock.now(), zone).date;
	const conferences = await db.select({ name: conference.name }).from(conference);
	return {
		zone,
		conferences: conferences.map(({ name }) => name),
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
	const { busy } = read;
	await addCalendar(app, actor, { person: personId, name: file.name, address: null, busy });
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
	const name = hostOf(address);
	await addCalendar(app, actor, { person: personId, name, address: sealed, busy: read.busy });
	return { ok: true, entries: read.busy.length };
}

type AddressRead = CalendarReadAside | { readonly ok: false; readonly reason: FetchFailure };

async function readAddress(app: App, address: string): Promise<AddressRead> {
	const fetched = await fetchCalendar(address, { allowPrivate: app.config.privateCalendars });
	return fetched.ok ? readCalendarAside(fetched.text, await readingWindow(app)) : fetched;
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
	const failure = read.ok ? null : read.reason;
	await noteReading(app, calendarId, failure);
	if (!read.ok) return { ok: false, reason: read.reason };
	const { personId } = row;
	await takeReading(app, SYSTEM, { person: personId, calendar: calendarId, busy: read.busy });
	return { ok: true, entries: read.busy.length };
}

/** When a calendar was tried, and what came of it; nothing else depends on that. */
async function noteReading(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	calendarId: string,
	failure: CalendarFailure | null,
): Promise<void> {
	const now = clock.now();
	await db
		.update(calendar)
		.set({ triedAt: now, failure, readAt: failure === null ? now : undefined })
		.where(eq(calendar.id, calendarId));
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
