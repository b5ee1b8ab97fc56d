import { and, eq, isNull, max, sql } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import { faultsOfHours, type Hours, type HoursFault } from '../../core/slots/series';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { touchConference } from '../conferences/touch-conference';
import type { Transaction } from '../database/connect';
import { inTransaction } from '../database/transaction';
import {
	takenSlot,
	conference,
	desk,
	deskPerson,
	series,
	sitting,
	slot,
	wishDesk,
} from '../database/schema';
import { newId } from '../identifiers';
import { teacherNamed } from '../people/teachers';
import { ForbiddenError } from '../permissions/forbidden';
import { deriveWishes } from '../visits/derive-wishes';
import { placeFor, type PlaceWish } from './places';
import { dropSlots, syncSlots } from './sync-slots';

/** What an organiser says of a desk. */
export interface DeskInput {
	/** One name, or several with `and` between them: these receive together. */
	readonly teacher: string;
	readonly subject: string;
	/** Whoever wants may come, also without a class. */
	readonly forAll: boolean;
	readonly place: PlaceWish;
	/** `null`: the conference's hours. */
	readonly ownHours: OwnHours | null;
}

export interface OwnHours {
	readonly hours: readonly Hours[];
	readonly slotMinutes: number;
	readonly gapMinutes: number;
}

export type DeskResult =
	| { readonly ok: true; readonly id: string }
	| { readonly ok: false; readonly faults: readonly HoursFault[] };

/** Adds a desk with its hours; slots follow. */
export async function addDesk(
	app: App,
	actor: Actor,
	conferenceId: string,
	input: DeskInput,
): Promise<DeskResult> {
	if (!may(actor, 'desk.set-up')) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const facts = await lockConference(tx, conferenceId);
		const faults = hoursFaults(input, facts.timeZone);
		if (faults.length) return { ok: false, faults };
		const [last] = await tx
			.select({ number: max(desk.number) })
			.from(desk)
			.where(eq(desk.conferenceId, conferenceId));
		const id = newId(app.clock);
		await tx.insert(desk).values({
			id,
			conferenceId,
			number: (last?.number ?? 0) + 1,
			name: input.teacher.trim(),
			subject: input.subject.trim(),
			forAll: input.forAll,
		});
		await writeDesk(tx, app, id, facts, input);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'desk.added',
			conferenceId,
			after: { desk: id },
		});
		return { ok: true, id };
	});
}

/** Changes a desk; its slots follow as a difference. */
export async function changeDesk(
	app: App,
	actor: Actor,
	conferenceId: string,
	deskId: string,
	input: DeskInput,
): Promise<DeskResult> {
	if (!may(actor, 'desk.set-up')) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const facts = await lockConference(tx, conferenceId);
		const faults = hoursFaults(input, facts.timeZone);
		if (faults.length) return { ok: false, faults };
		await tx
			.update(desk)
			.set({
				name: input.teacher.trim(),
				subject: input.subject.trim(),
				forAll: input.forAll,
				version: sql`${desk.version} + 1`,
			})
			.where(and(eq(desk.id, deskId), eq(desk.conferenceId, conferenceId)));
		await writeDesk(tx, app, deskId, facts, input);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'desk.changed',
			conferenceId,
			after: { desk: deskId },
		});
		return { ok: true, id: deskId };
	});
}

/** Removes a desk that nobody has booked. Returns whether it was removed. */
export async function removeDesk(
	app: App,
	actor: Actor,
	conferenceId: string,
	deskId: string,
): Promise<boolean> {
	if (!may(actor, 'desk.set-up')) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		await lockConference(tx, conferenceId);
		const slots = await tx
			.select({ id: slot.id })
			.from(slot)
			.where(eq(slot.deskId, deskId))
			.orderBy(slot.id)
			.for('update');
		const [booked] = await tx
			.select()
			.from(takenSlot)
			.innerJoin(slot, eq(slot.id, takenSlot.slotId))
			.where(eq(slot.deskId, deskId))
			.limit(1);
		if (booked) return false;
		await dropSlots(tx, app.clock, slots);
		await tx.delete(sitting).where(eq(sitting.deskId, deskId));
		await tx.delete(series).where(eq(series.deskId, deskId));
		await tx.delete(wishDesk).where(eq(wishDesk.deskId, deskId));
		await tx.delete(deskPerson).where(eq(deskPerson.deskId, deskId));
		await tx.delete(desk).where(eq(desk.id, deskId));
		await afterDeskChange(tx, app, conferenceId);
		await recordAct(tx, app.clock, {
			actor,
			kind: 'desk.removed',
			conferenceId,
			before: { desk: deskId },
		});
		return true;
	});
}

type ConferenceRow = typeof conference.$inferSelect;

/**
 * Changes of the set-up queue up at the conference, without keeping bookings (which refer to its key)
 * from being written. Throws when there is none.
 */
async function lockConference(tx: Transaction, id: string): Promise<ConferenceRow> {
	const [row] = await tx
		.select()
		.from(conference)
		.where(eq(conference.id, id))
		.for('no key update');
	if (!row) throw new Error(`no conference ${id}`);
	return row;
}

const hoursFaults = ({ ownHours }: DeskInput, timeZone: string): HoursFault[] =>
	ownHours ? faultsOfHours(ownHours.hours, ownHours, timeZone) : [];

async function writeDesk(
	tx: Transaction,
	app: App,
	deskId: string,
	facts: ConferenceRow,
	{ teacher, place, ownHours }: DeskInput,
): Promise<void> {
	await tx.delete(deskPerson).where(eq(deskPerson.deskId, deskId));
	for (const name of separateNames(teacher)) {
		const personId = await teacherNamed(tx, app.clock, name);
		await tx.insert(deskPerson).values({ deskId, personId }).onConflictDoNothing();
	}

	const { hours, slotMinutes, gapMinutes } = ownHours ?? facts;
	const values = {
		followsConference: ownHours === null,
		hours: [...hours],
		breaks: [],
		slotMinutes,
		gapMinutes,
		placeId: await placeFor(tx, app.clock, place),
	};
	const [known] = await tx.select().from(series).where(eq(series.deskId, deskId));
	const [row] = known
		? await tx.update(series).set(values).where(eq(series.id, known.id)).returning()
		: await tx
				.insert(series)
				.values({ id: newId(app.clock), deskId, ...values })
				.returning();
	await syncSlots(tx, app.clock, row!, facts.timeZone);
	await afterDeskChange(tx, app, facts.id);
}

const separateNames = (text: string): string[] =>
	text
		.split(/\s+and\s+|\s*&\s*/)
		.map((name) => name.trim())
		.filter(Boolean);

async function afterDeskChange(tx: Transaction, app: App, conferenceId: string): Promise<void> {
	const [published] = await tx
		.select({ at: conference.publishedAt })
		.from(conference)
		.where(and(eq(conference.id, conferenceId), isNull(conference.withdrawnAt)));
	if (published?.at) await deriveWishes(tx, app.clock, conferenceId);
	await touchConference(tx, conferenceId);
}
