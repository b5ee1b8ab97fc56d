import { and, eq, isNull } from 'drizzle-orm';
import type { BusyTime } from '../../core/calendars/read-calendar';
import {
	blockAdd,
	blockRemove,
	calendarAdd,
	calendarRead,
	calendarRemove,
} from '../../operations/calendars';
import type { Clock } from '../foundation/clock';
import type { Reader, Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import { busyTime, calendar, person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { performs, type Asked } from '../foundation/runner/perform';

const lock = ({ tx, input }: Asked<{ readonly person: string }>) => lockPerson(tx, input.person);

/** Keeps a calendar with what was read from it. */
export const addCalendar = performs(calendarAdd).by({
	lock,
	async work({ tx, clock, input: { person: personId, name, address, busy } }) {
		const id = newId(clock);
		const now = clock.now();
		await tx.insert(calendar).values({ id, personId, name, address, readAt: now, triedAt: now });
		await writeBusy(tx, clock, personId, id, busy);
		const after = { calendar: id, person: personId, entries: busy.length };
		return { done: {}, act: { kind: 'calendar.added', personId, after } };
	},
});

/** Takes over what an address was found to hold. Most hours nothing is new: then no page is told. */
export const takeReading = performs(calendarRead).by({
	lock,
	async work({ tx, clock, input: { person: personId, calendar: id, busy } }) {
		const [there] = await tx.select().from(calendar).where(eq(calendar.id, id));
		if (!there || (await isUnchanged(tx, id, busy))) return { done: {}, act: null };
		await tx.delete(busyTime).where(eq(busyTime.calendarId, id));
		await writeBusy(tx, clock, personId, id, busy);
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
		await writeBusy(tx, clock, personId, null, [{ ...block, kind: 'busy' }]);
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

/** Bookings with the person wait, so that none slips in under a duty that is being written. */
async function lockPerson(tx: Transaction, personId: string): Promise<void> {
	await tx.select({ id: person.id }).from(person).where(eq(person.id, personId)).for('update');
}

async function writeBusy(
	tx: Transaction,
	clock: Clock,
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
