import { eq, inArray } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import { rulesSchema, usualRules } from '../../../core/snapshot/rules';
import { receiversOn } from '../../../core/desks/receivers';
import { change, reasons } from '../../../operations/change';
import type { App } from '../../app';
import { alongThing } from '../../visits/along-thing';
import { readAppointments, stands, type AppointmentState } from '../../visits/appointment-state';
import { adultThing } from '../../visits/lock-visit';
import { writeClaims } from '../../visits/write-visit';
import { freeAddress } from '../../conferences/free-address';
import { loadSnapshot, slotFrom } from '../../conferences/load-snapshot';
import type { Transaction } from '../../foundation/database/connect';
import { postgresError } from '../../foundation/database/errors';
import { renewStatistics } from '../../foundation/database/statistics';
import { adult, appointment, conference, slot } from '../../foundation/database/schema';
import { performs } from '../../foundation/runner/perform';
import { conferenceFile, instantsIn, type ConferenceFile, type FileRow } from './schema';
import { fileTables, type FileTable } from './tables';

const MIB = 1024 * 1024;

/** Rows in one statement; few enough for the widest table. */
const ROWS = 1000;

/** Takes in a conference from its file. */
export const conferenceTakeIn = change({
	name: 'conference.take-in',
	may: 'conference.set-up',
	input: conferenceFile,
	done: z.object({ id: z.string() }),
	refusal: z.union([
		reasons('known'),
		/** The file contradicts itself or what there is; which rule of the database says so. */
		z.object({ reason: z.literal('unfit'), rule: z.string() }),
	]),
	leaves: ['conference.taken-in'],
	mostBytes: 32 * MIB,
});

/**
 * Takes in a conference from its file, all of it or nothing. Everything keeps its identifier; people,
 * rooms and classes that are known stay as they are. What appointments claim follows from them.
 */
export const importConference = performs(conferenceTakeIn).by({
	async work({ tx, clock, input: file }) {
		const id = String(file.tables.conference[0]!['id']);
		const [known] = await tx.select().from(conference).where(eq(conference.id, id));
		if (known) return { refused: { reason: 'known' } };
		for (const name of Object.keys(fileTables) as FileTable[])
			await insertRows(tx, name, await prepared(tx, name, file));
		await claimAgain(tx, clock, id);
		return {
			done: { id },
			act: { kind: 'conference.taken-in', conferenceId: id, after: { conference: id } },
		};
	},
	async lost(_, error) {
		if (error instanceof UnfitError) return { ok: false, reason: 'unfit', rule: error.message };
		const refusal = postgresError(error);
		// Classes 22 and 23 of PostgreSQL's codes: values and integrity.
		if (!refusal || !/^2[23]/.test(refusal.code)) return null;
		return { ok: false, reason: 'unfit', rule: refusal.constraint_name ?? refusal.code };
	},
	after: ({ db }) => renewStatistics(db),
});

class UnfitError extends Error {}

/** Whether a file's rules are some that a conference can have; what it does not say is as usual. */
const areRules = (rules: unknown): boolean =>
	typeof rules === 'object' && rulesSchema.safeParse({ ...usualRules, ...rules }).success;

async function prepared(
	tx: Transaction,
	name: FileTable,
	{ tables }: ConferenceFile,
): Promise<FileRow[]> {
	const rows = tables[name];
	if (name === 'conference') {
		const [facts] = rows as [FileRow];
		if (!areRules(facts['rules'])) throw new UnfitError('rules');
		return [{ ...facts, address: await freeAddress(tx, String(facts['address'])) }];
	}
	// A teacher who is a parent is known here by the same identifier, or not at all.
	if (name === 'adults') {
		const ids = rows.flatMap((row) => (row['personId'] as string | null) ?? []);
		const taken = ids.length
			? await tx.select({ id: adult.personId }).from(adult).where(inArray(adult.personId, ids))
			: [];
		const elsewhere = new Set(taken.map(({ id }) => id));
		return rows.map((row) =>
			elsewhere.has(row['personId'] as string) ? { ...row, personId: null } : row,
		);
	}
	// The link to an appointment that ended does not serve its wish.
	if (name === 'appointmentWishes') {
		const standing = new Set(
			tables.appointments
				.filter((row) => stands(row as { standing: AppointmentState['standing'] }))
				.map(({ id }) => id),
		);
		return rows.map((row) => ({ ...row, stands: standing.has(row['appointmentId']) }));
	}
	return rows;
}

async function insertRows(
	tx: Transaction,
	name: FileTable,
	rows: readonly FileRow[],
): Promise<void> {
	const { table, shared } = fileTables[name];
	const instants = instantsIn(name);
	const values = rows.map((row) =>
		Object.fromEntries(
			Object.entries(row).map(([key, value]) => [
				key,
				instants.has(key) && typeof value === 'string' ? Date.parse(value) : value,
			]),
		),
	);
	for (let from = 0; from < values.length; from += ROWS) {
		const insert = tx.insert(table as PgTable).values(values.slice(from, from + ROWS) as never);
		await (shared ? insert.onConflictDoNothing() : insert);
	}
}

/** Gives every standing appointment the claims that it must have. */
async function claimAgain(
	tx: Transaction,
	clock: Pick<App, 'clock'>['clock'],
	conferenceId: string,
): Promise<void> {
	const snapshot = await loadSnapshot(tx, conferenceId);
	const desks = new Map(snapshot.desks.map((desk) => [desk.id, desk]));
	const made = await tx
		.select({ id: appointment.id })
		.from(appointment)
		.where(eq(appointment.conferenceId, conferenceId));
	const ids = made.map(({ id }) => id);
	const states = (await readAppointments(tx, ids)).filter(stands);
	const slotIds = states.flatMap(({ slots }) => slots);
	const slots = new Map(
		(slotIds.length ? await tx.select().from(slot).where(inArray(slot.id, slotIds)) : []).map(
			(row) => [row.id, slotFrom(row)],
		),
	);
	const adultIds = [...new Set(states.flatMap(({ adults }) => adults))];
	const rows = adultIds.length
		? await tx.select().from(adult).where(inArray(adult.id, adultIds))
		: [];
	const things = new Map(rows.map((row) => [row.id, adultThing(row)]));
	const seats = new Map<string, number>();
	const seatIn = (id: string): number => {
		const seat = (seats.get(id) ?? 0) + 1;
		seats.set(id, seat);
		return seat;
	};
	await writeClaims(
		tx,
		clock,
		states.map((state) => {
			const taken = state.slots.flatMap((id) => slots.get(id) ?? []);
			const desk = desks.get(state.desk);
			if (!desk || !taken[0]) throw new UnfitError('appointment without its slot');
			const { all } = receiversOn(desk, taken[0].date);
			return {
				owner: { appointmentId: state.id },
				entry: {
					slots: taken,
					seats: taken.map(({ id }) => seatIn(id)),
					persons: [...new Set([...all, ...(state.receiver ? [state.receiver] : [])])],
					interpreter: state.interpreter,
					adults: state.adults.map((id) => ({ id, thing: things.get(id) ?? id, notSee: [] })),
					along: state.along.map((id) => ({ id, thing: alongThing(state.family, id) })),
				},
			};
		}),
	);
}
