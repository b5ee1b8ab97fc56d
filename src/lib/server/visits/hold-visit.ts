import { eq, sql } from 'drizzle-orm';
import type { ConferenceSnapshot } from '../../core/snapshot/snapshot';
import { MINUTE } from '../../core/time/local-of';
import { compareVisits } from '../../core/visits/compare-visits';
import type { KeptAppointment, WantedAppointment } from '../../core/visits/wanted-appointment';
import {
	settleVisit,
	type SettledAppointment,
	type SettledVisit,
	type VisitConflict,
	type VisitFacts,
} from '../../core/visits/settle-visit';
import { heldVisit, type HeldVisit } from '../../operations/visit-shapes';
import type { WhoseVisit } from '../../operations/change';
import { offerMake } from '../../operations/office-visits';
import { holdGiveBack, holdMake } from '../../operations/visits';
import type { Clock } from '../foundation/clock';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Reader, Transaction } from '../foundation/database/connect';
import { hold, waiting } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { ForbiddenError } from '../foundation/forbidden';
import { performs, type Asked } from '../foundation/runner/perform';
import { lockWanted, takenBySomebody, withModes } from './change-visit';
import { readFamily, type FamilyFacts, type HoldRow } from './family-facts';
import { holderFor, shareOf } from './family-share';
import { clearEndedHolds, dropHolds, keptSlots } from './held-claims';
import { lockFamily, lockSlots } from './lock-visit';
import { openedTo } from './opened-to';
import { isOffice, visitFacts } from './visit-facts';
import { writeClaims } from './write-visit';

/** A hold lasts so long, and is prolonged to so long after it began at the most. */
const HOLD = 8 * MINUTE;
const LONGEST_HOLD = 20 * MINUTE;

const lock = ({ tx, input }: Asked<WhoseVisit>) => lockFamily(tx, input.familyId);
const repeated = (after: unknown) => ({ hold: heldVisit.parse(after) });

/**
 * Keeps a whole visit for a family while it finishes. It has one such hold at a time: a new one takes
 * the place of the former, and the same again prolongs it. The family's own people stay free.
 */
export const holdVisit = performs(holdMake).by({
	lock,
	repeated,
	async work({ tx, clock, actor, input: { conferenceId, familyId, appointments, replaces = [] } }) {
		const { now, family, snapshot } = await readForVisit(tx, clock, { conferenceId, familyId });
		// An offer that is being taken stays an offer until the visit is booked.
		const { ownHold: former, changeable, has } = shareOf(actor, family);
		// What is replaced by itself stays booked, and needs no hold.
		const replaced = withModes(snapshot, changeable).filter(({ id }) => replaces.includes(id));
		const { ended, wanted } = compareVisits(replaced, appointments);
		const slots = await lockWanted(tx, snapshot, family, {
			wanted,
			released: former ? keptSlots([former]) : [],
		});
		const facts = await visitFacts(tx, {
			snapshot,
			family,
			now,
			slots,
			office: isOffice(actor),
			has,
			givenUp: new Set([...ended, ...wanted.flatMap(({ id }) => id ?? [])]),
			usedHolds: new Set(former ? [former.id] : []),
		});
		const places = wanted.map(({ id: _, ...place }) => place);
		const settled = settleVisit(facts, places);
		if (!settled.ok) return { refused: { reason: 'conflicts', conflicts: settled.conflicts } };
		const since = former && former.until > now ? former.since : now;
		await dropHolds(tx, former ? [former.id] : []);
		const held = await writeHold(tx, clock, settled.appointments, {
			conferenceId,
			familyId,
			kind: 'hold',
			since,
			holderId: holderFor(actor, family),
			until: Math.min(now + HOLD, since + LONGEST_HOLD),
		});
		const before = former ? heldFrom(former) : null;
		return { done: { hold: held }, act: { kind: 'hold.made', conferenceId, before, after: held } };
	},
	lost: ({ input }, error) => takenBySomebody(input.appointments, error),
});

/** Gives back what is held or offered: one hold by its id, or the one held while finishing. */
export const giveBack = performs(holdGiveBack).by({
	lock,
	async work({ tx, clock, actor, input: { conferenceId, familyId, hold: id } }) {
		const { family } = await readForVisit(tx, clock, { conferenceId, familyId });
		const { holds, ownHold } = shareOf(actor, family);
		const held = id === undefined ? ownHold : holds.find((entry) => entry.id === id);
		if (!held) return { refused: { reason: 'unknown' } };
		// Who lets an offered place pass is not offered the same one again.
		const slots = keptSlots([held]);
		await lockSlots(tx, slots, []);
		await tx
			.update(waiting)
			.set({ passed: sql`${waiting.passed} || ${sql.param(slots)}::uuid[]` })
			.where(eq(waiting.holdId, held.id));
		await dropHolds(tx, [held.id]);
		const kind = held.kind === 'hold' ? 'hold.given-back' : 'offer.declined';
		return { done: {}, act: { kind, conferenceId, before: heldFrom(held) } };
	},
});

/** Keeps a few particular slots for one family, each of which would fit its visit. */
export const offerSlots = performs(offerMake).by({
	lock,
	repeated,
	async work({ tx, clock, actor, input }) {
		const { conferenceId, familyId, alternatives, until, person } = input;
		const { now, family, snapshot } = await readForVisit(tx, clock, { conferenceId, familyId });
		if (person !== undefined) onlyOwnDesks(snapshot, alternatives, person);
		const slots = await lockWanted(tx, snapshot, family, { wanted: alternatives, released: [] });
		const facts = await visitFacts(tx, {
			snapshot,
			family,
			now,
			slots,
			usedHolds: new Set<string>(),
			office: true,
			has: shareOf(actor, family).has,
			givenUp: new Set<string>(),
		});
		const settled = settleAlternatives(facts, alternatives);
		if (!settled.ok) return { refused: { reason: 'conflicts', conflicts: settled.conflicts } };
		const held = await writeHold(tx, clock, settled.appointments, {
			conferenceId,
			familyId,
			kind: 'offer',
			since: now,
			until,
			holderId: null,
		});
		return { done: { hold: held }, act: { kind: 'offer.made', conferenceId, after: held } };
	},
	lost: ({ input }, error) => takenBySomebody(input.alternatives, error),
});

function onlyOwnDesks(
	{ slots, desks }: ConferenceSnapshot,
	alternatives: readonly WantedAppointment[],
	person: string,
): void {
	const own = new Set(
		desks
			.filter(({ people }) => people.some((entry) => entry.person === person))
			.map(({ id }) => id),
	);
	const deskOf = new Map(slots.map(({ id, desk }) => [id, desk]));
	if (alternatives.some(({ slot }) => !own.has(deskOf.get(slot) ?? ''))) throw new ForbiddenError();
}

/** Each alternative fits by itself; on the school's side all of them are taken at once. */
function settleAlternatives(
	facts: VisitFacts,
	alternatives: readonly WantedAppointment[],
): SettledVisit {
	const appointments: SettledAppointment[] = [];
	const conflicts: VisitConflict[] = [];
	const slots = new Set<string>();
	for (const entry of alternatives) {
		const settled = settleVisit(facts, [entry]);
		if (!settled.ok) conflicts.push(...settled.conflicts);
		else {
			const one = settled.appointments[0]!;
			if (one.slots.some(({ id }) => slots.has(id)))
				conflicts.push({ slot: entry.slot, code: 'taken' });
			for (const { id } of one.slots) slots.add(id);
			appointments.push(one);
		}
	}
	return conflicts.length ? { ok: false, conflicts } : { ok: true, appointments };
}

/** Reads what a family's visit depends on; it stays so where the family is locked. */
export async function readForVisit(
	db: Reader,
	clock: Clock,
	{ conferenceId, familyId }: WhoseVisit,
): Promise<{ now: number; snapshot: ConferenceSnapshot; family: FamilyFacts }> {
	const family = await readFamily(db, conferenceId, familyId);
	const snapshot = openedTo(family, await loadSnapshot(db, conferenceId));
	return { now: clock.now(), snapshot, family };
}

/** Writes a hold with its claims. */
export async function writeHold(
	tx: Transaction,
	clock: Clock,
	appointments: readonly SettledAppointment[],
	facts: Omit<HoldRow, 'id' | 'keeps'>,
): Promise<HeldVisit> {
	await clearEndedHolds(tx, clock.now(), appointments);
	const keeps = appointments.map(({ wanted, slots }): KeptAppointment => ({
		...wanted,
		slots: slots.map(({ id }) => id),
	}));
	const id = newId(clock);
	await tx.insert(hold).values({ id, keeps, ...facts });
	await writeClaims(
		tx,
		clock,
		appointments.map((entry) => ({ owner: { holdId: id }, entry })),
	);
	return { id, until: facts.until, keeps };
}

const heldFrom = ({ id, until, keeps }: HoldRow): HeldVisit => ({ id, until, keeps });
