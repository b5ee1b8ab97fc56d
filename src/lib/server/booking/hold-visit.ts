import { eq, sql } from 'drizzle-orm';
import type { ConferenceSnapshot } from '../../core/conferences/snapshot';
import { may, type Actor } from '../../core/permissions/may';
import { MINUTE } from '../../core/time/local-time';
import { compareVisits } from '../../core/visits/compare-visits';
import type { KeptPlace, WantedPlace } from '../../core/visits/kept-place';
import {
	settleVisit,
	type SettledAppointment,
	type SettledVisit,
	type VisitConflict,
	type VisitFacts,
} from '../../core/visits/settle-visit';
import { earlierAct, recordAct, requestDigest } from '../acts/record-act';
import type { App } from '../app';
import type { Clock } from '../clock';
import { loadSnapshot } from '../conferences/load-snapshot';
import type { Transaction } from '../database/connect';
import { isLostRace } from '../database/errors';
import { inTransaction } from '../database/transaction';
import { hold, waiting } from '../database/schema';
import { newId } from '../identifiers';
import { announceChange } from '../live/announce';
import { ForbiddenError } from '../permissions/forbidden';
import { lockWanted, withModes } from './change-visit';
import { readFamily, type FamilyFacts, type HoldRow } from './family-facts';
import { holderFor, shareOf } from './family-share';
import { clearEndedHolds, dropHolds, keptSlots } from './held-claims';
import { lockFamily, lockSlots } from './lock-visit';
import { isOffice, visitFacts } from './visit-facts';
import { writeClaims } from './write-visit';

/** A hold lasts so long, and is prolonged to so long after it began at the most. */
const HOLD = 8 * MINUTE;
const LONGEST_HOLD = 20 * MINUTE;

export interface HoldRequest {
	readonly conferenceId: string;
	readonly familyId: string;
	readonly key: string;
	readonly appointments: readonly WantedPlace[];
	/** Ids of appointments in whose place the held ones would come. */
	readonly replaces?: readonly string[];
}

/** What is kept for a family, until an instant. */
export interface HeldVisit {
	readonly id: string;
	readonly until: number;
	readonly keeps: readonly KeptPlace[];
}

export type HoldResult =
	| { readonly ok: true; readonly hold: HeldVisit }
	| { readonly ok: false; readonly conflicts: readonly VisitConflict[] };

/**
 * Keeps a whole visit for a family while it finishes. It has one such hold at a time: a new one takes
 * the place of the former, and the same again prolongs it. The family's own people stay free.
 */
export async function holdVisit(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	request: HoldRequest,
): Promise<HoldResult> {
	const { conferenceId, familyId, key, replaces = [] } = request;
	if (!may(actor, 'visit.book', { family: familyId })) throw new ForbiddenError();
	const { key: _, ...asked } = request;
	const digest = requestDigest(asked);
	return keepingTheNet(request.appointments, () =>
		inTransaction(app.db, async (tx) => {
			const at = await prepare(tx, app.clock, { conferenceId, familyId });
			const earlier = await earlierAct(tx, actor, key, digest);
			if (earlier) return { ok: true, hold: earlier.after as HeldVisit };
			const { now, family, snapshot } = at;
			// An offer that is being taken stays an offer until the visit is booked.
			const { ownHold: former, changeable, has } = shareOf(actor, family);
			// What is replaced by itself stays booked, and needs no hold.
			const replaced = withModes(snapshot, changeable).filter(({ id }) => replaces.includes(id));
			const { ended, wanted } = compareVisits(replaced, request.appointments);
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
			if (!settled.ok) return settled;
			const since = former && former.until > now ? former.since : now;
			await dropHolds(tx, former ? [former.id] : []);
			const held = await writeHold(tx, app.clock, settled.appointments, {
				conferenceId,
				familyId,
				kind: 'hold' as const,
				since,
				holderId: holderFor(actor, family),
				until: Math.min(now + HOLD, since + LONGEST_HOLD),
			});
			await recordAct(tx, app.clock, {
				actor,
				kind: 'hold.made',
				conferenceId,
				key,
				request: digest,
				before: former ? heldVisit(former) : null,
				after: held,
			});
			await announceChange(tx, conferenceId);
			return { ok: true, hold: held };
		}),
	);
}

/** Gives back what is held or offered: one hold by its id, or the one held while finishing. */
export async function giveBack(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	request: { conferenceId: string; familyId: string; hold?: string },
): Promise<boolean> {
	const { conferenceId, familyId } = request;
	if (!may(actor, 'visit.book', { family: familyId })) throw new ForbiddenError();
	return inTransaction(app.db, async (tx) => {
		const { family } = await prepare(tx, app.clock, { conferenceId, familyId });
		const { holds, ownHold } = shareOf(actor, family);
		const held = request.hold === undefined ? ownHold : holds.find(({ id }) => id === request.hold);
		if (!held) return false;
		// Who lets an offered place pass is not offered the same one again.
		const slots = keptSlots([held]);
		await lockSlots(tx, slots, []);
		await tx
			.update(waiting)
			.set({ passed: sql`${waiting.passed} || ${sql.param(slots)}::uuid[]` })
			.where(eq(waiting.holdId, held.id));
		await dropHolds(tx, [held.id]);
		await recordAct(tx, app.clock, {
			actor,
			kind: held.kind === 'hold' ? 'hold.given-back' : 'offer.declined',
			conferenceId,
			before: heldVisit(held),
		});
		await announceChange(tx, conferenceId);
		return true;
	});
}

/** Slots of which a family may take one, until an instant. */
export interface OfferRequest {
	readonly conferenceId: string;
	readonly familyId: string;
	readonly key: string;
	readonly alternatives: readonly WantedPlace[];
	readonly until: number;
	/** Of a teacher who offers: only at the own desks. */
	readonly person?: string;
}

/** Keeps a few particular slots for one family, each of which would fit its visit. */
export async function offerSlots(
	app: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	request: OfferRequest,
): Promise<HoldResult> {
	const { conferenceId, familyId, key, alternatives, until } = request;
	if (!may(actor, 'offer.make', request.person ? { person: request.person } : {}))
		throw new ForbiddenError();
	const { key: _, ...asked } = request;
	const digest = requestDigest(asked);
	return keepingTheNet(alternatives, () =>
		inTransaction(app.db, async (tx) => {
			const at = await prepare(tx, app.clock, { conferenceId, familyId });
			const earlier = await earlierAct(tx, actor, key, digest);
			if (earlier) return { ok: true, hold: earlier.after as HeldVisit };
			const { now, family, snapshot } = at;
			if (request.person) onlyOwnDesks(snapshot, alternatives, request.person);
			const slots = await lockWanted(tx, snapshot, family, {
				wanted: alternatives,
				released: [],
			});
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
			if (!settled.ok) return settled;
			const held = await writeHold(tx, app.clock, settled.appointments, {
				conferenceId,
				familyId,
				kind: 'offer' as const,
				since: now,
				until,
				holderId: null,
			});
			await recordAct(tx, app.clock, {
				actor,
				kind: 'offer.made',
				conferenceId,
				key,
				request: digest,
				after: held,
			});
			await announceChange(tx, conferenceId);
			return { ok: true, hold: held };
		}),
	);
}

function onlyOwnDesks(
	{ slots, desks }: ConferenceSnapshot,
	alternatives: readonly WantedPlace[],
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
function settleAlternatives(facts: VisitFacts, alternatives: readonly WantedPlace[]): SettledVisit {
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

/** Locks a family and reads what its visit depends on. */
export async function prepare(
	tx: Transaction,
	clock: Clock,
	{ conferenceId, familyId }: { conferenceId: string; familyId: string },
): Promise<{ now: number; snapshot: ConferenceSnapshot; family: FamilyFacts }> {
	await lockFamily(tx, familyId);
	const family = await readFamily(tx, conferenceId, familyId);
	return { now: clock.now(), snapshot: await loadSnapshot(tx, conferenceId), family };
}

/** Writes a hold with its claims. */
export async function writeHold(
	tx: Transaction,
	clock: Clock,
	appointments: readonly SettledAppointment[],
	facts: Omit<HoldRow, 'id' | 'keeps'>,
): Promise<HeldVisit> {
	await clearEndedHolds(tx, clock.now(), appointments);
	const keeps = appointments.map(({ wanted, slots }): KeptPlace => ({
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

export const heldVisit = ({ id, until, keeps }: HoldRow): HeldVisit => ({ id, until, keeps });

/** The net under the locks: what a constraint refuses was taken by somebody. */
async function keepingTheNet(
	wanted: readonly WantedPlace[],
	work: () => Promise<HoldResult>,
): Promise<HoldResult> {
	try {
		return await work();
	} catch (error) {
		if (!isLostRace(error)) throw error;
		return { ok: false, conflicts: wanted.map(({ slot }) => ({ slot, code: 'taken' })) };
	}
}
