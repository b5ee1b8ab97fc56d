import { and, eq, inArray } from 'drizzle-orm';
import type { AppointmentId } from '../../core/ids';
import { groupBy } from '../../core/group-by';
import type { Actor } from '../../core/permissions/may';
import { modeOf } from '../../core/rules/places';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { indexOf } from '../../core/snapshot/snapshot-index';
import type { SettledAppointment, VisitConflict } from '../../core/visits/settle-visit';
import { settleVisit } from '../../core/visits/settle-visit';
import type { WantedAppointment } from '../../core/visits/wanted-appointment';
import type { InputOf } from '../../operations/change';
import { appointmentsSwap } from '../../operations/office-visits';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Reader } from '../foundation/database/connect';
import { appointment } from '../foundation/database/schema';
import { performs, type Asked } from '../foundation/runner/perform';
import { readAppointments, stands, type AppointmentState } from './appointment-state';
import { doneBefore, neededFor, takenBySomebody, tooLate, withLabels } from './change-visit';
import { readFamily, type FamilyFacts } from './family-facts';
import { shareOf } from './family-share';
import { clearEndedHolds } from './held-claims';
import { lockFamilies, lockSlots } from './lock-visit';
import { isOffice, visitFacts } from './visit-facts';
import { clearAppointments, writeVisit } from './write-visit';

type Swap = Asked<InputOf<typeof appointmentsSwap>>;

/** One family's part of a swap: what it would have instead of what it gives up. */
interface Part {
	readonly family: FamilyFacts;
	readonly wanted: readonly (WantedAppointment & { readonly id: string })[];
}

/**
 * Swaps the times of two appointments, of one family or of two. Each visit is settled by the rules that hold
 * when it is booked; where one of them would not be sound, nothing is changed. What the two would have at once,
 * an interpreter, say, the database guards.
 */
export const swapAppointments = performs(appointmentsSwap).by({
	async lock({ tx, input: { one, other } }) {
		const rows = await tx
			.select({ family: appointment.familyId })
			.from(appointment)
			.where(inArray(appointment.id, [one, other] as AppointmentId[]));
		await lockFamilies(
			tx,
			rows.map(({ family }) => family),
		);
	},
	repeated: doneBefore,
	async work(asked) {
		const { tx, clock, actor, act, input } = asked;
		const { conferenceId } = input;
		const pair = await standingPair(asked);
		if (!pair) return { refused: { reason: 'unknown' } };
		const now = clock.now();
		const snapshot = await loadSnapshot(tx, conferenceId);
		const late = tooLate(snapshot, pair, isOffice(actor), now);
		if (late.length) return { refused: { reason: 'conflicts', conflicts: late } };
		const parts = await swapParts(tx, pair, snapshot);
		const needed = parts.map(({ family, wanted }) => neededFor(snapshot, family, wanted));
		await lockSlots(
			tx,
			[...needed.flatMap((part) => part.slots), ...pair.flatMap(({ slots }) => slots)],
			needed.flatMap(({ interpreters }) => interpreters),
		);
		const outcome = await settleSwap(tx, { actor, now, snapshot, pair, parts });
		if (!outcome.ok) return { refused: { reason: 'conflicts', conflicts: outcome.conflicts } };
		const { settled } = outcome;

		await clearEndedHolds(tx, now, settled.flat());
		await clearAppointments(tx, { ended: [], moved: pair.map(({ id }) => id) });
		for (const [index, { family, wanted }] of parts.entries())
			await writeVisit(tx, clock, {
				conferenceId,
				familyId: family.id,
				setBy: null,
				appointments: withLabels(family, settled[index]!, wanted),
			});
		const after = await readAppointments(
			tx,
			pair.map(({ id }) => id),
		);
		return {
			done: doneBefore(after, act),
			act: { kind: 'visits.swapped', conferenceId, before: pair, after },
		};
	},
	lost: ({ input }, error) =>
		takenBySomebody(
			[
				{ slot: input.one, wishes: [] },
				{ slot: input.other, wishes: [] },
			],
			error,
		),
});

/** Whether both visits would be sound with the appointments swapped; all that it looks at stands still, or is only looked at. */
export async function settleSwap(
	db: Reader,
	swap: {
		readonly actor: Actor;
		readonly now: number;
		readonly snapshot: ConferenceSnapshot;
		readonly pair: readonly AppointmentState[];
		readonly parts: readonly Part[];
	},
): Promise<
	| { readonly ok: true; readonly settled: readonly (readonly SettledAppointment[])[] }
	| { readonly ok: false; readonly conflicts: readonly VisitConflict[] }
> {
	const { actor, now, snapshot, pair, parts } = swap;
	const conflicts: VisitConflict[] = [];
	const settled: (readonly SettledAppointment[])[] = [];
	for (const { family, wanted } of parts) {
		const facts = await visitFacts(db, {
			snapshot,
			family,
			now,
			slots: neededFor(snapshot, family, wanted).slots,
			office: isOffice(actor),
			usedHolds: new Set<string>(),
			has: shareOf(actor, family).has,
			givenUp: new Set(pair.map(({ id }) => id)),
		});
		const outcome = settleVisit(facts, wanted);
		if (outcome.ok) settled.push(outcome.appointments);
		else conflicts.push(...outcome.conflicts);
	}
	return conflicts.length ? { ok: false, conflicts } : { ok: true, settled };
}

/** Both appointments, if they stand at this conference and are two. */
async function standingPair({
	tx,
	input: { conferenceId, one, other },
}: Swap): Promise<AppointmentState[] | null> {
	const rows = await tx
		.select({ id: appointment.id })
		.from(appointment)
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.id, [one, other] as AppointmentId[]),
			),
		);
	const pair = (
		await readAppointments(
			tx,
			rows.map(({ id }) => id),
		)
	).filter(stands);
	return pair.length === 2 ? pair : null;
}

/** What each of the families, two or one, would have instead. */
export async function swapParts(
	db: Reader,
	pair: readonly AppointmentState[],
	snapshot: ConferenceSnapshot,
): Promise<Part[]> {
	const { places } = indexOf(snapshot);
	const [one, other] = pair as [AppointmentState, AppointmentState];
	const swapped = [
		{ had: one, slot: other.slots[0]! },
		{ had: other, slot: one.slots[0]! },
	];
	const parts: Part[] = [];
	for (const [id, entries] of groupBy(swapped, ({ had }) => had.family)) {
		const family = await readFamily(db, snapshot.conference.id, id);
		parts.push({
			family,
			wanted: entries.map(({ had, slot }) => ({
				id: had.id,
				slot,
				wishes: had.wishes,
				adults: had.adults,
				students: had.along,
				mode: modeOf(places.get(had.place)!),
			})),
		});
	}
	return parts;
}
