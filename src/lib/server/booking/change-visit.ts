import { and, eq, inArray } from 'drizzle-orm';
import type { ConferenceSnapshot } from '../../core/conferences/snapshot';
import { indexOf } from '../../core/conferences/snapshot-index';
import { may, type Actor } from '../../core/permissions/may';
import { isRefusal } from '../../core/rules/answer';
import { isChangeable } from '../../core/rules/booking-window';
import { interpretersOf } from '../../core/rules/interpreters';
import { modeOf } from '../../core/rules/places';
import {
	compareVisits,
	isAsWanted,
	type OwnAppointment,
	type VisitDifference,
} from '../../core/visits/compare-visits';
import type { WantedPlace } from '../../core/visits/kept-place';
import { lengthOf, settleVisit, type VisitConflict } from '../../core/visits/settle-visit';
import { earlierAct, recordAct, requestDigest, type ActFacts } from '../acts/record-act';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Transaction } from '../database/connect';
import { isLostRace } from '../database/errors';
import { inTransaction } from '../database/transaction';
import { appointment, appointmentStudent, waiting } from '../database/schema';
import { announceChange } from '../live/announce';
import { ForbiddenError } from '../permissions/forbidden';
import { readAppointments, type AppointmentState } from './appointment-state';
import { clearEndedHolds, dropHolds, keptSlots, usedHolds } from './held-claims';
import { lockFamily, lockSlots } from './lock-visit';
import { readFamily, type FamilyFacts } from './family-facts';
import { shareOf } from './family-share';
import { isOffice, visitFacts } from './visit-facts';
import { clearAppointments, endAppointment, writeVisit } from './write-visit';

/** A visit that a family wants: all of it or nothing. */
export interface VisitRequest {
	readonly conferenceId: string;
	readonly familyId: string;
	/** The same key means the same request, however often it comes. */
	readonly key: string;
	readonly appointments: readonly WantedPlace[];
}

export type BookingResult =
	| { readonly ok: true; readonly appointments: readonly string[] }
	| { readonly ok: false; readonly conflicts: readonly VisitConflict[] };

type Deps = Pick<App, 'db' | 'clock'>;
type VisitKind = Extract<ActFacts['kind'], `visit.${string}`>;

/** Books appointments beside those that the family has: all of them, or says what stands in the way. */
export const bookVisit = (app: Deps, actor: Actor, request: VisitRequest): Promise<BookingResult> =>
	changeInOneStep(app, actor, 'visit.booked', request, () => ({
		ended: [],
		wanted: request.appointments,
	}));

/**
 * Makes the family's visit the one that is wanted, in one step: what it has stays until the new one
 * stands, and stays as it is when the new one cannot be. The visit is what whoever acts may change of
 * it; what it only sees may be sent along as it is.
 */
export const changeVisit = (
	app: Deps,
	actor: Actor,
	request: VisitRequest,
): Promise<BookingResult> =>
	changeInOneStep(app, actor, 'visit.changed', request, (own, fixed) =>
		compareVisits(
			own,
			request.appointments.filter((wanted) => !fixed.some((entry) => isAsWanted(entry, wanted))),
		),
	);

/**
 * Cancels some of the family's appointments; what is cancelled already stays so. `unknown`: one of them
 * is none of this family's, or none that whoever acts may cancel.
 */
export async function cancelAppointments(
	app: Deps,
	actor: Actor,
	request: Omit<VisitRequest, 'appointments'> & { readonly cancel: readonly string[] },
): Promise<BookingResult | 'unknown'> {
	const { familyId, cancel } = request;
	if (!may(actor, 'visit.book', { family: familyId })) throw new ForbiddenError();
	if (!(await areKnown(app, actor, request))) return 'unknown';
	return changeInOneStep(
		app,
		actor,
		'visit.cancelled',
		{ ...request, appointments: [] },
		(own) => ({
			ended: own.map(({ id }) => id).filter((id) => cancel.includes(id)),
			wanted: [],
		}),
	);
}

/** Whether whoever acts may cancel all of these appointments, or has done so. */
async function areKnown(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	{ conferenceId, familyId, cancel }: Parameters<typeof cancelAppointments>[2],
): Promise<boolean> {
	const { has } = shareOf(actor, await readFamily(db, conferenceId, familyId));
	const known = await db
		.select({ id: appointment.id, student: appointmentStudent.studentId })
		.from(appointment)
		.innerJoin(appointmentStudent, eq(appointmentStudent.appointmentId, appointment.id))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				eq(appointment.familyId, familyId),
				inArray(appointment.id, [...cancel]),
			),
		);
	const isWhole = new Set(known.map(({ id }) => id)).size === new Set(cancel).size;
	return (
		isWhole &&
		has(
			'book',
			known.map(({ student }) => student),
		)
	);
}

/**
 * The one way in which visits change. The order is: lock the family, then what it is about; check by
 * the rules of core; write. The act holds every appointment touched as it was and as it is.
 */
async function changeInOneStep(
	{ db, clock }: Deps,
	actor: Actor,
	kind: VisitKind,
	request: VisitRequest,
	differenceFrom: (
		own: readonly OwnAppointment[],
		fixed: readonly OwnAppointment[],
	) => VisitDifference,
): Promise<BookingResult> {
	const { conferenceId, familyId, key } = request;
	if (!may(actor, 'visit.book', { family: familyId })) throw new ForbiddenError();
	const { key: _, ...asked } = request;
	const digest = requestDigest({ kind, ...asked });
	try {
		return await inTransaction(db, async (tx) => {
			await lockFamily(tx, familyId);
			const earlier = await earlierAct(tx, actor, key, digest);
			if (earlier) return resultOf(earlier.after as AppointmentState[]);

			const now = clock.now();
			const snapshot = await loadSnapshot(tx, conferenceId);
			const family = await readFamily(tx, conferenceId, familyId);
			const share = shareOf(actor, family);
			const { ended, wanted } = differenceFrom(
				withModes(snapshot, share.changeable),
				withModes(
					snapshot,
					share.seen.filter((entry) => !share.changeable.includes(entry)),
				),
			);
			const moved = wanted.flatMap(({ id }) => id ?? []);
			const givenUp = family.own.filter(({ id }) => ended.includes(id) || moved.includes(id));
			const late = tooLate(snapshot, givenUp, isOffice(actor), now);
			if (late.length) return { ok: false, conflicts: late };

			const holds = usedHolds(share, wanted);
			const released = [...givenUp.flatMap(({ slots }) => slots), ...keptSlots(holds)];
			const slots = await lockWanted(tx, snapshot, family, { wanted, released });
			const held = holds.map(({ id }) => id);
			const facts = await visitFacts(tx, {
				snapshot,
				family,
				now,
				slots,
				office: isOffice(actor),
				usedHolds: new Set(held),
				has: share.has,
				givenUp: new Set(givenUp.map(({ id }) => id)),
			});
			const settled = wanted.length
				? settleVisit(facts, wanted)
				: { ok: true as const, appointments: [] };
			if (!settled.ok) return settled;

			await clearEndedHolds(tx, now, settled.appointments);
			await dropHolds(tx, held);
			await clearAppointments(tx, { ended, moved });
			for (const id of ended) await endAppointment(tx, id, 'cancelled');
			const ids = await writeVisit(tx, clock, {
				conferenceId,
				familyId,
				appointments: withLabels(family, settled.appointments, wanted),
			});
			await stopWaiting(tx, family, wanted);
			const touched = [...new Set([...ids, ...ended])];
			if (touched.length === 0) return { ok: true, appointments: [] };
			const after = await readAppointments(tx, touched);
			await recordAct(tx, clock, {
				actor,
				kind,
				conferenceId,
				key,
				request: digest,
				before: givenUp,
				after,
			});
			await announceChange(tx, conferenceId);
			return resultOf(after);
		});
	} catch (error) {
		return answerConstraint({ db }, actor, request, digest, error);
	}
}

/** Appointments with the modes in which the family meets. */
export function withModes(
	snapshot: ConferenceSnapshot,
	appointments: readonly AppointmentState[],
): OwnAppointment[] {
	const { places } = indexOf(snapshot);
	return appointments.map((entry) => ({ ...entry, mode: modeOf(places.get(entry.place)!) }));
}

const resultOf = (after: readonly AppointmentState[]): BookingResult => ({
	ok: true,
	appointments: after
		.filter(({ standing }) => standing === 'asked' || standing === 'booked')
		.map(({ id }) => id),
});

/** Nobody waits for what is booked. */
async function stopWaiting(
	tx: Transaction,
	{ waiting: waitsFor }: Pick<FamilyFacts, 'waiting'>,
	wanted: readonly WantedPlace[],
): Promise<void> {
	const wishes = wanted.flatMap(({ wishes }) => wishes).filter((id) => waitsFor.includes(id));
	if (wishes.length) await tx.delete(waiting).where(inArray(waiting.wishId, wishes));
}

/** Appointments that can no longer be changed, by their first slots. */
function tooLate(
	{ conference }: ConferenceSnapshot,
	givenUp: readonly AppointmentState[],
	office: boolean,
	now: number,
): VisitConflict[] {
	return givenUp.flatMap((entry) => {
		const answer = isChangeable(conference, entry, { office, asked: false }, now);
		return isRefusal(answer) ? [{ slot: entry.slots[0] ?? entry.id, ...answer }] : [];
	});
}

/**
 * Locks everything that a wanted visit takes, and the slots that are released for it. Returns the ids of
 * the slots it takes.
 */
export async function lockWanted(
	tx: Transaction,
	snapshot: ConferenceSnapshot,
	{ needs, wishes }: Pick<FamilyFacts, 'needs' | 'wishes'>,
	visit: {
		readonly wanted: readonly WantedPlace[];
		readonly released: readonly string[];
	},
): Promise<string[]> {
	const { inARow } = indexOf(snapshot);
	const slots = visit.wanted.flatMap((entry) => {
		const served = wishes.filter(({ id }) => entry.wishes.includes(id));
		return inARow(entry.slot, lengthOf(served, { needs, snapshot })).map(({ id }) => id);
	});
	const { interpreter } = needs;
	await lockSlots(
		tx,
		[...slots, ...visit.released],
		interpreter === null
			? []
			: interpretersOf(snapshot.interpreters, interpreter).map(({ person }) => person),
	);
	return slots;
}

/** Each appointment with its identity, if it has one, and the classes of those it is about. */
function withLabels(
	family: Pick<FamilyFacts, 'students'>,
	settled: Extract<ReturnType<typeof settleVisit>, { ok: true }>['appointments'],
	wanted: VisitDifference['wanted'],
) {
	const labels = new Map(family.students.map((row) => [row.id, row.label ?? row.yearGroup]));
	const ids = new Map(wanted.map((entry) => [entry as WantedPlace, entry.id]));
	return settled.map((entry) => {
		const id = ids.get(entry.wanted);
		return {
			...entry,
			id,
			about: entry.students.map((id) => ({ id, classLabel: labels.get(id) ?? '' })),
		};
	});
}

/** The net under the locks: what a constraint refuses was taken by somebody, or by this very key. */
async function answerConstraint(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	request: VisitRequest,
	digest: string,
	error: unknown,
): Promise<BookingResult> {
	if (!isLostRace(error)) throw error;
	const earlier = await earlierAct(db, actor, request.key, digest);
	if (earlier) return resultOf(earlier.after as AppointmentState[]);
	return {
		ok: false,
		conflicts: request.appointments.map(({ slot }) => ({ slot, code: 'taken' })),
	};
}
