import { and, eq, inArray } from 'drizzle-orm';
import { z } from 'zod';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
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
import type { WantedAppointment } from '../../core/visits/wanted-appointment';
import {
	lengthOf,
	settleVisit,
	type SettledAppointment,
	type VisitConflict,
} from '../../core/visits/settle-visit';
import type { BookedMeeting } from '../../core/questions/asked-questions';
import type { AnswersWanted } from '../../operations/questions';
import type { InputOf } from '../../operations/change';
import type { Conflicts } from '../../operations/visit-shapes';
import type { WhoseVisit } from '../../operations/change';
import { visitBook, visitCancel, visitChange, type VisitRequest } from '../../operations/visits';
import type { MadeVisit } from '../../operations/visit-shapes';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Transaction } from '../foundation/database/connect';
import { isLostRace } from '../foundation/database/errors';
import { appointment, appointmentStudent } from '../foundation/database/schema';
import { performs, type Asked, type Work } from '../foundation/runner/perform';
import { takeAnswers } from '../questions/take-answers';
import { readAppointments, stands, type AppointmentState } from './appointment-state';
import { readFamily, type FamilyFacts } from './family-facts';
import { shareOf } from './family-share';
import { clearEndedHolds, dropHolds, keptSlots, usedHolds } from './held-claims';
import { lockFamily, lockSlots } from './lock-visit';
import { openedTo } from './opened-to';
import { adultOf, isOffice, visitFacts } from './visit-facts';
import { stopWaiting } from './stop-waiting';
import { clearAppointments, endAppointment, writeVisit } from './write-visit';

/** Whose visit changes, and what the family says to what it is asked. */
type Visiting = WhoseVisit & Pick<VisitRequest, 'answers'>;

type Difference = (
	own: readonly OwnAppointment[],
	fixed: readonly OwnAppointment[],
) => VisitDifference;

/** What is read of an act that is asked for again. */
const touched = z.array(
	z.object({ id: z.string(), standing: z.enum(['asked', 'booked', 'declined', 'cancelled']) }),
);

const standingOf = (after: z.infer<typeof touched>): { appointments: string[] } => ({
	appointments: after.filter(stands).map(({ id }) => id),
});

/** What an act on visits did, when it is asked for again. */
export const doneBefore = (after: unknown, act: string): MadeVisit => ({
	...standingOf(touched.parse(after)),
	act,
});

/** What visits have in common, however they change. */
const visits = {
	lock: ({ tx, input }: Asked<WhoseVisit>) => lockFamily(tx, input.familyId),
	repeated: doneBefore,
};

/** Books appointments beside those that the family has: all of them, or says what stands in the way. */
export const bookVisit = performs(visitBook).by({
	...visits,
	work: (asked) =>
		changeInOneStep(asked, 'visit.booked', () => ({
			ended: [],
			wanted: asked.input.appointments,
		})),
	lost: ({ input }, error) => takenBySomebody(input.appointments, error),
});

/**
 * Makes the family's visit the one that is wanted, in one step: what it has stays until the new one
 * stands, and stays as it is when the new one cannot be. The visit is what whoever acts may change of
 * it; what it only sees may be sent along as it is.
 */
export const changeVisit = performs(visitChange).by({
	...visits,
	work: (asked) =>
		changeInOneStep(asked, 'visit.changed', (own, fixed) =>
			compareVisits(
				own,
				asked.input.appointments.filter(
					(wanted) => !fixed.some((entry) => isAsWanted(entry, wanted)),
				),
			),
		),
	lost: ({ input }, error) => takenBySomebody(input.appointments, error),
});

/**
 * Cancels some of the family's appointments; what is cancelled already stays so. `unknown`: one of them
 * is none of this family's, or none that whoever acts may cancel.
 */
export const cancelAppointments = performs(visitCancel).by({
	...visits,
	async work(asked): Promise<Cancelled> {
		const { cancel } = asked.input;
		if (!(await areKnown(asked))) return { refused: { reason: 'unknown' } };
		const changed = await changeInOneStep(asked, 'visit.cancelled', (own) => ({
			ended: own.map(({ id }) => id).filter((id) => cancel.includes(id)),
			wanted: [],
		}));
		// Who books nothing is asked nothing.
		return changed as Cancelled;
	},
	lost: (_, error) => takenBySomebody([], error),
});

type Cancelled = Work<MadeVisit, Conflicts | { readonly reason: 'unknown' }, 'visit.cancelled'>;

/** Whether whoever acts may cancel all of these appointments, or has done so. */
async function areKnown({
	tx,
	actor,
	input: { conferenceId, familyId, cancel },
}: Asked<InputOf<typeof visitCancel>>): Promise<boolean> {
	const { has } = shareOf(actor, await readFamily(tx, conferenceId, familyId));
	const known = await tx
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
 * The one way in which visits change, of a family that is locked: lock what it is about; check by the rules of
 * core; write. The act holds every appointment touched as it was and as it is.
 */
async function changeInOneStep<Kind extends 'visit.booked' | 'visit.changed' | 'visit.cancelled'>(
	{ tx, clock, actor, act, input: { conferenceId, familyId, answers = [] } }: Asked<Visiting>,
	kind: Kind,
	differenceFrom: Difference,
): Promise<Work<MadeVisit, Conflicts | AnswersWanted, Kind>> {
	const now = clock.now();
	const family = await readFamily(tx, conferenceId, familyId);
	const snapshot = openedTo(family, await loadSnapshot(tx, conferenceId));
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
	if (late.length) return { refused: { reason: 'conflicts', conflicts: late } };

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
	if (!settled.ok) return { refused: { reason: 'conflicts', conflicts: settled.conflicts } };
	const wantsAnswers = await takeAnswers(tx, clock, {
		actor,
		family,
		share,
		answers,
		questions: snapshot.questions,
		meetings: freshMeetings(family, settled.appointments),
	});
	if (wantsAnswers) return { refused: wantsAnswers };

	await clearEndedHolds(tx, now, settled.appointments);
	await dropHolds(tx, held);
	await clearAppointments(tx, { ended, moved });
	for (const id of ended) await endAppointment(tx, id, 'cancelled');
	const ids = await writeVisit(tx, clock, {
		conferenceId,
		familyId,
		setBy: adultOf(actor),
		appointments: withLabels(family, settled.appointments, wanted),
	});
	await stopWaiting(tx, wanted);
	const all = [...new Set([...ids, ...ended])];
	if (all.length === 0) return { done: { appointments: [], act: null }, act: null };
	const after = await readAppointments(tx, all);
	return {
		done: { ...standingOf(after), act },
		act: { kind, conferenceId, before: givenUp, after },
	};
}

/** The meetings that the family did not have so far: about these it is asked. */
function freshMeetings(
	{ own }: Pick<FamilyFacts, 'own'>,
	settled: readonly SettledAppointment[],
): BookedMeeting[] {
	const served = new Set(own.flatMap(({ wishes }) => wishes));
	return settled
		.filter(({ wanted }) => wanted.wishes.every((wish) => !served.has(wish)))
		.map(({ wanted, desk }) => ({ wish: wanted.wishes[0]!, desk: desk.id }));
}

/** Appointments with the modes in which the family meets. */
export function withModes(
	snapshot: ConferenceSnapshot,
	appointments: readonly AppointmentState[],
): OwnAppointment[] {
	const { places } = indexOf(snapshot);
	return appointments.map((entry) => ({ ...entry, mode: modeOf(places.get(entry.place)!) }));
}

/** Appointments that can no longer be changed, by their first slots. */
export function tooLate(
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
	family: Pick<FamilyFacts, 'needs' | 'wishes'>,
	visit: {
		readonly wanted: readonly WantedAppointment[];
		readonly released: readonly string[];
	},
): Promise<string[]> {
	const { slots, interpreters } = neededFor(snapshot, family, visit.wanted);
	await lockSlots(tx, [...slots, ...visit.released], interpreters);
	return slots;
}

/** Ids of the slots that a wanted visit takes, and of everybody who could interpret in them. */
export function neededFor(
	snapshot: ConferenceSnapshot,
	{ needs, wishes }: Pick<FamilyFacts, 'needs' | 'wishes'>,
	wanted: readonly WantedAppointment[],
): { readonly slots: string[]; readonly interpreters: string[] } {
	const { inARow } = indexOf(snapshot);
	const { interpreter } = needs;
	return {
		slots: wanted.flatMap((entry) => {
			const served = wishes.filter(({ id }) => entry.wishes.includes(id));
			return inARow(entry.slot, lengthOf(served, { needs, snapshot })).map(({ id }) => id);
		}),
		interpreters:
			interpreter === null
				? []
				: interpretersOf(snapshot.interpreters, interpreter).map(({ person }) => person),
	};
}

/** Each appointment with its identity, if it has one, and the classes of those it is about. */
export function withLabels(
	family: Pick<FamilyFacts, 'students'>,
	settled: Extract<ReturnType<typeof settleVisit>, { ok: true }>['appointments'],
	wanted: VisitDifference['wanted'],
) {
	const labels = new Map(family.students.map((row) => [row.id, row.label ?? row.yearGroup]));
	const ids = new Map(wanted.map((entry) => [entry as WantedAppointment, entry.id]));
	return settled.map((entry) => {
		const id = ids.get(entry.wanted);
		return {
			...entry,
			id,
			about: entry.students.map((id) => ({ id, classLabel: labels.get(id) ?? '' })),
		};
	});
}

/** The net under the locks: what a constraint refuses was taken by somebody. */
export async function takenBySomebody(
	wanted: readonly WantedAppointment[],
	error: unknown,
): Promise<({ ok: false } & Conflicts) | null> {
	if (!isLostRace(error)) return null;
	const conflicts = wanted.map(({ slot }) => ({ slot, code: 'taken' as const }));
	return { ok: false, reason: 'conflicts', conflicts };
}
