import { and, eq, inArray, isNull, lte, sql } from 'drizzle-orm';
import { receiversOn } from '../../core/desks/receivers';
import { groupBy } from '../../core/group-by';
import { isSame } from '../../core/merge/is-same';
import type { Actor } from '../../core/permissions/may';
import { modeOf } from '../../core/rules/places';
import { TAKEN_BACK_WITHIN } from '../../core/visits/taking-back';
import { settleVisit } from '../../core/visits/settle-visit';
import { indexOf } from '../../core/snapshot/snapshot-index';
import { kindsUndoneBy } from '../../operations/change';
import * as changesOfOffice from '../../operations/office-visits';
import * as changesOfVisits from '../../operations/visits';
import type { Clock } from '../foundation/clock';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Transaction } from '../foundation/database/connect';
import { isLostRace } from '../foundation/database/errors';
import { insertAll } from '../foundation/database/insert-all';
import {
	act,
	adult,
	appointment,
	appointmentAdult,
	appointmentAlong,
	appointmentStudent,
	appointmentWish,
	claim,
	hold,
	takenSlot,
} from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { alongThing } from './along-thing';
import {
	appointmentStates,
	readAppointments,
	stands,
	type AppointmentState,
} from './appointment-state';
import { readFamily } from './family-facts';
import { shareOf } from './family-share';
import { isOffice, visitFacts } from './visit-facts';
import { adultThing, lockFamilies, lockSlots } from './lock-visit';
import { openedTo } from './opened-to';
import { stopWaiting } from './stop-waiting';
import { clearAppointments, endAppointment, writeClaims } from './write-visit';

/** The kinds of acts on visits that can be taken back. */
const UNDOABLE: ReadonlySet<string> = kindsUndoneBy('visit.undo', {
	...changesOfVisits,
	...changesOfOffice,
});

/**
 * Takes back an act on the visits of one family or several: every appointment that it touched becomes just
 * what it was, with the same people, place and seats. It is refused when one of them has changed since, when what they took
 * is somebody else's now, or when the rules of booking would not let whoever asks make them today. An
 * adult takes back what it did itself, for a short while.
 */
export const undoVisitAct = performs(changesOfVisits.visitUndo).by({
	async lock({ tx, input }) {
		const known = await undoable(tx, input.act);
		if (known)
			await lockFamilies(
				tx,
				known.after.map(({ family }) => family),
			);
	},
	async work({ tx, clock, actor, act: undoing, input }) {
		const known = await undoable(tx, input.act);
		if (!known || !(await isFor(tx, actor, known))) return { refused: { reason: 'unknown' } };
		const { conferenceId, before, after, undoneBy } = known;
		if (undoneBy !== null) return { refused: { reason: 'undone-before' } };
		if (!isOffice(actor) && clock.now() > known.at + TAKEN_BACK_WITHIN)
			return { refused: { reason: 'too-late' } };
		const ids = after.map(({ id }) => id);
		const now = await readAppointments(tx, ids);
		if (!isSame(byId(now), byId(after))) return { refused: { reason: 'newer' } };
		const people = before.flatMap(({ interpreter, receiver }) => [interpreter, receiver]);
		const slots = [...before, ...after].flatMap(({ slots }) => slots);
		await lockSlots(
			tx,
			slots,
			people.filter((id) => id !== null),
		);

		const refused = await againstRules(tx, clock, actor, known);
		if (refused) return { refused: { reason: refused } };
		const kept = new Map(before.map((state) => [state.id, state]));
		await clearAppointments(tx, { ended: [], moved: [...kept.keys()] });
		for (const { id, standing } of after)
			if (!kept.has(id) && stands({ standing })) await endAppointment(tx, id, 'cancelled');
		await clearEnded(tx, clock, before);
		for (const state of before) await restore(tx, clock, conferenceId, state);
		await stopWaiting(tx, before.filter(stands));
		await tx
			.update(act)
			.set({ undoneBy: undoing })
			.where(and(eq(act.id, input.act), isNull(act.undoneBy)));
		return {
			done: { act: undoing },
			act: {
				kind: 'visit.undone',
				conferenceId,
				before: after,
				after: await readAppointments(tx, ids),
			},
		};
	},
	lost: async (_, error) =>
		isLostRace(error) || error instanceof GoneError ? { ok: false, reason: 'taken' } : null,
});

/** Whether it is for whoever asks to take it back: adults have done it, and may still book for whom it was. */
async function isFor(
	tx: Transaction,
	actor: Actor,
	{ conferenceId, by, after, before }: UndoableAct,
): Promise<boolean> {
	if (actor.kind !== 'adult') return true;
	const [family, ...others] = new Set(after.map((state) => state.family));
	if (family === undefined || others.length) return false;
	if (by !== actor.adult || !actor.families.includes(family)) return false;
	const { has } = shareOf(actor, await readFamily(tx, conferenceId, family));
	return has(
		'book',
		[...before, ...after].flatMap(({ students }) => students.map(({ id }) => id)),
	);
}

/** An act on a visit that can be taken back. */
async function undoable(tx: Transaction, actId: string): Promise<UndoableAct | null> {
	const [row] = await tx.select().from(act).where(eq(act.id, actId));
	if (!row?.conferenceId || !UNDOABLE.has(row.kind)) return null;
	return {
		conferenceId: row.conferenceId,
		at: row.at,
		by: row.actorId,
		undoneBy: row.undoneBy,
		before: appointmentStates.parse(row.before),
		after: appointmentStates.parse(row.after),
	};
}

interface UndoableAct extends Touched {
	readonly conferenceId: string;
	readonly at: number;
	/** The id of whoever did it; `null`: the system. */
	readonly by: string | null;
	readonly undoneBy: string | null;
}

const byId = (states: readonly AppointmentState[]): AppointmentState[] =>
	[...states].sort((a, b) => (a.id < b.id ? -1 : 1));

/** A slot of what is to be restored is no longer there. */
class GoneError extends Error {}

/**
 * What of the rules of booking, as they bind whoever asks, is against appointments as they were; `null`
 * when nothing is. What stands now in their place makes way.
 */
async function againstRules(
	tx: Transaction,
	clock: Clock,
	actor: Actor,
	{ conferenceId, before, after }: UndoableAct,
): Promise<'taken' | 'not-allowed' | null> {
	const standing = groupBy(before.filter(stands), ({ family }) => family);
	const given = new Set(after.map(({ id }) => id));
	for (const [family, wanted] of standing) {
		const refused = await againstRulesOf(tx, clock, actor, { conferenceId, family, wanted, given });
		if (refused) return refused;
	}
	return null;
}

/** The same for what one family would have again. */
async function againstRulesOf(
	tx: Transaction,
	clock: Clock,
	actor: Actor,
	restored: {
		readonly conferenceId: string;
		readonly family: string;
		readonly wanted: readonly AppointmentState[];
		/** Ids of all appointments that make way. */
		readonly given: ReadonlySet<string>;
	},
): Promise<'taken' | 'not-allowed' | null> {
	const { conferenceId, wanted, given } = restored;
	const family = await readFamily(tx, conferenceId, restored.family);
	const snapshot = openedTo(family, await loadSnapshot(tx, conferenceId));
	const { places } = indexOf(snapshot);
	const facts = await visitFacts(tx, {
		snapshot,
		family,
		now: clock.now(),
		office: isOffice(actor),
		usedHolds: new Set<string>(),
		has: shareOf(actor, family).has,
		givenUp: given,
		slots: wanted.flatMap(({ slots }) => slots),
	});
	const settled = settleVisit(
		facts,
		wanted.map(({ slots, wishes, receiver, adults, along, place }) => ({
			slot: slots[0] ?? '',
			wishes,
			adults,
			students: along,
			person: receiver ?? undefined,
			mode: places.has(place) ? modeOf(places.get(place)!) : undefined,
		})),
	);
	if (settled.ok) return null;
	return settled.conflicts.some(({ code }) => code !== 'taken') ? 'not-allowed' : 'taken';
}

interface Touched {
	readonly before: readonly AppointmentState[];
	readonly after: readonly AppointmentState[];
}

/** What ended holds still keep of the slots to be restored. */
async function clearEnded(
	tx: Transaction,
	clock: Clock,
	states: readonly AppointmentState[],
): Promise<void> {
	const slots = states.flatMap(({ slots }) => slots);
	if (slots.length === 0) return;
	await tx
		.delete(claim)
		.where(
			and(
				inArray(claim.occupancy, slots),
				inArray(
					claim.holdId,
					tx.select({ id: hold.id }).from(hold).where(lte(hold.until, clock.now())),
				),
			),
		);
}

/** Writes an appointment as it was. The database refuses what somebody else has by now. */
async function restore(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
	state: AppointmentState,
): Promise<void> {
	const { id, adults, along, wishes, students, slots } = state;
	await tx
		.update(appointment)
		.set({
			deskId: state.desk,
			placeId: state.place,
			receiverId: state.receiver,
			interpreterId: state.interpreter,
			standing: state.standing,
			answerBy: state.answerBy,
			startsAt: state.start,
			endsAt: state.end,
			version: sql`${appointment.version} + 1`,
		})
		.where(eq(appointment.id, id));
	const of = { appointmentId: id };
	await insertAll(
		tx,
		takenSlot,
		slots.map((slotId) => ({ ...of, slotId })),
	);
	await insertAll(
		tx,
		appointmentWish,
		wishes.map((wishId) => ({ ...of, wishId, stands: stands(state) })),
	);
	await insertAll(
		tx,
		appointmentStudent,
		students.map((student) => ({ ...of, studentId: student.id, classLabel: student.classLabel })),
	);
	await insertAll(
		tx,
		appointmentAdult,
		adults.map((adultId) => ({ ...of, adultId })),
	);
	await insertAll(
		tx,
		appointmentAlong,
		along.map((studentId) => ({ ...of, studentId })),
	);
	if (!stands(state)) return;
	const snapshot = await loadSnapshot(tx, conferenceId);
	const live = slots.map((slotId) => snapshot.slots.find((slot) => slot.id === slotId));
	if (live.some((slot) => slot === undefined)) throw new GoneError();
	const rows = await tx
		.select()
		.from(adult)
		.where(inArray(adult.id, [...adults]));
	const desk = snapshot.desks.find((entry) => entry.id === state.desk)!;
	const { all } = receiversOn(desk, live[0]!.date);
	await writeClaims(tx, clock, [
		{
			owner: of,
			entry: {
				slots: live.map((slot) => slot!),
				seats: state.seats,
				persons: [...all, ...(state.receiver ? [state.receiver] : [])],
				interpreter: state.interpreter,
				adults: rows.map((row) => ({ id: row.id, thing: adultThing(row), notSee: [] })),
				along: along.map((student) => ({ id: student, thing: alongThing(state.family, student) })),
			},
		},
	]);
}
