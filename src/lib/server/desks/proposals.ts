import { and, asc, eq, isNull } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { faultsOfPlan, type PlanFault } from '../../core/desks/faults-of-plan';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { conferenceHours } from '../conferences/conference-hours';
import { touchConference } from '../conferences/touch-conference';
import type { Reader } from '../database/connect';
import { conference, desk, deskProposal, person } from '../database/schema';
import { inTransaction } from '../database/transaction';
import { newId } from '../identifiers';
import { fullName } from '../people/names';
import { ForbiddenError } from '../permissions/forbidden';
import { loadPlans } from './load-plans';
import { keepPlans, savePlans, type PlanOutcome } from './save-plans';

/** What a teacher would like to be different at the own desk, waiting for the office. */
export interface DeskProposal {
	readonly id: string;
	readonly desk: string;
	readonly by: string;
	readonly note: string;
	readonly madeAt: number;
	/** What the teacher saw, and wants instead. */
	readonly base: DeskPlan;
	readonly plan: DeskPlan;
}

/** The proposals of a conference that nobody has settled yet, the oldest first. */
export async function openProposals(db: Reader, conferenceId: string): Promise<DeskProposal[]> {
	const rows = await db
		.select({ proposal: deskProposal, person })
		.from(deskProposal)
		.innerJoin(desk, eq(desk.id, deskProposal.deskId))
		.innerJoin(person, eq(person.id, deskProposal.personId))
		.where(and(eq(desk.conferenceId, conferenceId), isNull(deskProposal.settledAt)))
		.orderBy(asc(deskProposal.id));
	return rows.map(({ proposal, person }) => ({
		id: proposal.id,
		desk: proposal.deskId,
		by: fullName(person),
		note: proposal.note,
		madeAt: proposal.madeAt,
		base: proposal.base,
		plan: proposal.plan,
	}));
}

/** What a teacher's change of the own desk came to. */
export type OwnChange =
	| { readonly done: 'changed' | 'proposed' }
	| {
			readonly done: 'refused';
			readonly outcome: PlanOutcome | null;
			readonly faults: readonly PlanFault[];
	  };

/**
 * A teacher changes the own desk's hours and places, or proposes to, as the conference allows. Who
 * receives, the desk's name and whom it is open to are the office's.
 */
export async function changeOwnDesk(
	app: App,
	actor: Actor,
	personId: string,
	wanted: { readonly base: DeskPlan; readonly plan: DeskPlan; readonly note: string },
): Promise<OwnChange> {
	if (!may(actor, 'desk.own', { person: personId })) throw new ForbiddenError();
	const own = await ownDesk(app.db, personId, wanted.plan.id);
	if (!own || own.conference.teachersMay === 'see') throw new ForbiddenError();
	const { now, conference } = own;
	const plan: DeskPlan = { ...now, series: wanted.plan.series };
	const base: DeskPlan = { ...now, series: wanted.base.series };
	const faults = faultsOfPlan(plan, conferenceHours(conference), conference.timeZone);
	if (faults.length) return { done: 'refused', outcome: null, faults };
	if (conference.teachersMay === 'change') {
		const [outcome] = await keepPlans(app, actor, conference.id, [{ base, plan }]);
		const isKept = outcome && !outcome.refusal && outcome.collisions.length === 0;
		return isKept
			? { done: 'changed' }
			: { done: 'refused', outcome: outcome ?? null, faults: outcome?.faults ?? [] };
	}
	await inTransaction(app.db, async (tx) => {
		// A newer proposal takes the place of the one that still waits.
		await tx
			.delete(deskProposal)
			.where(
				and(
					eq(deskProposal.deskId, now.id),
					eq(deskProposal.personId, personId),
					isNull(deskProposal.settledAt),
				),
			);
		const id = newId(app.clock);
		await tx.insert(deskProposal).values({
			id,
			deskId: now.id,
			personId,
			base,
			plan,
			note: wanted.note.trim(),
			madeAt: app.clock.now(),
		});
		await recordAct(tx, app.clock, {
			actor,
			kind: 'desk.proposed',
			conferenceId: conference.id,
			after: { proposal: id, desk: now.id },
		});
		await touchConference(tx, conference.id);
	});
	return { done: 'proposed' };
}

/** A desk at which the person receives, with its conference; `null` when there is none such. */
export async function ownDesk(
	db: Reader,
	personId: string,
	deskId: string,
): Promise<{ now: DeskPlan; conference: typeof conference.$inferSelect } | null> {
	const [row] = await db
		.select({ conference })
		.from(desk)
		.innerJoin(conference, eq(conference.id, desk.conferenceId))
		.where(eq(desk.id, deskId));
	if (!row) return null;
	const plans = await loadPlans(db, row.conference.id);
	const now = plans.find(({ id }) => id === deskId);
	return now?.people.some(({ person }) => person === personId)
		? { now, conference: row.conference }
		: null;
}

/** Takes a teacher's proposal over, or leaves it. Returns what became of the desk when taken over. */
export async function settleProposal(
	app: App,
	actor: Actor,
	proposalId: string,
	accept: boolean,
): Promise<PlanOutcome | null> {
	if (!may(actor, 'desk.set-up')) throw new ForbiddenError();
	const [row] = await app.db
		.select({ proposal: deskProposal, conferenceId: desk.conferenceId })
		.from(deskProposal)
		.innerJoin(desk, eq(desk.id, deskProposal.deskId))
		.where(and(eq(deskProposal.id, proposalId), isNull(deskProposal.settledAt)));
	if (!row) return null;
	const { base, plan } = row.proposal;
	const [outcome = null] = accept
		? await savePlans(app, actor, row.conferenceId, [{ base, plan }])
		: [];
	if (outcome?.refusal || outcome?.faults.length) return outcome;
	await inTransaction(app.db, async (tx) => {
		await tx
			.update(deskProposal)
			.set({ settledAt: app.clock.now(), accepted: accept })
			.where(and(eq(deskProposal.id, proposalId), isNull(deskProposal.settledAt)));
		await recordAct(tx, app.clock, {
			actor,
			kind: 'desk.proposal-settled',
			conferenceId: row.conferenceId,
			after: { proposal: proposalId, accepted: accept },
		});
		await touchConference(tx, row.conferenceId);
	});
	return outcome;
}
