import { and, asc, eq, isNull } from 'drizzle-orm';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { faultsOfPlan } from '../../core/desks/faults-of-plan';
import type { DeskProposal } from '../../operations/desk-board';
import { ownDeskChange, proposalSettle, type OwnDeskRequest } from '../../operations/desks';
import type { Clock } from '../foundation/clock';
import { conferenceHours } from '../conferences/conference-hours';
import { lockConference } from '../conferences/lock-conference';
import type { Reader, Transaction } from '../foundation/database/connect';
import { conference, desk, deskProposal, person } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { fullName } from '../register/names';
import { performs } from '../foundation/runner/perform';
import { loadPlans } from './load-plans';
import { isPersonTaken, keepPlans } from './save-plans';

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

/**
 * A teacher changes the own desk's hours, places and words, or proposes to, as the conference allows. Who
 * receives, the desk's name and rules and whom it is open to are the office's.
 */
export const changeOwnDesk = performs(ownDeskChange).by({
	async lock({ tx, input }) {
		const own = await ownDesk(tx, input.person, input.plan.id);
		if (own) await lockConference(tx, own.conference.id);
	},
	async mayAlso({ tx, input }) {
		const own = await ownDesk(tx, input.person, input.plan.id);
		return own !== null && own.conference.teachersMay !== 'see';
	},
	async work({ tx, clock, input }) {
		const { now, conference } = (await ownDesk(tx, input.person, input.plan.id))!;
		const plan = withOwn(now, input.plan);
		const base = withOwn(now, input.base);
		const faults = faultsOfPlan(plan, conferenceHours(conference), conference.timeZone);
		if (faults.length) return { refused: { reason: 'faults', faults } };
		if (conference.teachersMay === 'change') {
			const { outcomes, act } = await keepPlans(tx, clock, conference.id, [{ base, plan }]);
			const [outcome] = outcomes;
			const isKept = outcome && !outcome.refusal && outcome.collisions.length === 0;
			return isKept
				? { done: { became: 'changed' as const }, act }
				: { refused: { reason: 'meanwhile' } };
		}
		const proposal = await propose(tx, clock, input, { base, plan });
		return {
			done: { became: 'proposed' as const },
			act: {
				kind: 'desk.proposed',
				conferenceId: conference.id,
				after: { proposal, desk: now.id },
			},
		};
	},
	lost: async (_, error) => (isPersonTaken(error) ? { ok: false, reason: 'meanwhile' } : null),
});

/** What of a desk is its teacher's own to say. */
const withOwn = (now: DeskPlan, { series, words }: DeskPlan): DeskPlan => ({
	...now,
	series,
	words,
});

/** A newer proposal takes the place of the one that still waits. */
async function propose(
	tx: Transaction,
	clock: Clock,
	{ person: personId, note }: Pick<OwnDeskRequest, 'person' | 'note'>,
	{ base, plan }: { readonly base: DeskPlan; readonly plan: DeskPlan },
): Promise<string> {
	await tx
		.delete(deskProposal)
		.where(
			and(
				eq(deskProposal.deskId, plan.id),
				eq(deskProposal.personId, personId),
				isNull(deskProposal.settledAt),
			),
		);
	const id = newId(clock);
	await tx.insert(deskProposal).values({
		id,
		deskId: plan.id,
		personId,
		base,
		plan,
		note: note.trim(),
		madeAt: clock.now(),
	});
	return id;
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

/** Takes a teacher's proposal over, or leaves it. `unfit`: the desk can no longer be like that. */
export const settleProposal = performs(proposalSettle).by({
	async lock({ tx, input }) {
		const open = await openProposal(tx, input.proposal);
		if (open) await lockConference(tx, open.conferenceId);
	},
	async work({ tx, clock, input: { proposal: id, accept } }) {
		const open = await openProposal(tx, id);
		if (!open) return { refused: { reason: 'settled' } };
		const { conferenceId, proposal } = open;
		const { base, plan } = proposal;
		const kept = accept ? await keepPlans(tx, clock, conferenceId, [{ base, plan }]) : null;
		if (kept?.outcomes.some(({ refusal, faults }) => refusal || faults.length))
			return { refused: { reason: 'unfit' } };
		await tx
			.update(deskProposal)
			.set({ settledAt: clock.now(), accepted: accept })
			.where(eq(deskProposal.id, id));
		return {
			done: {},
			act: {
				kind: 'desk.proposal-settled',
				conferenceId,
				before: kept?.act?.before,
				after: { proposal: id, accepted: accept, desks: kept?.act?.after },
			},
		};
	},
	lost: async (_, error) => (isPersonTaken(error) ? { ok: false, reason: 'unfit' } : null),
});

async function openProposal(db: Reader, id: string) {
	const [row] = await db
		.select({ proposal: deskProposal, conferenceId: desk.conferenceId })
		.from(deskProposal)
		.innerJoin(desk, eq(desk.id, deskProposal.deskId))
		.where(and(eq(deskProposal.id, id), isNull(deskProposal.settledAt)));
	return row ?? null;
}
