import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { ConferenceHours, DeskPlan } from '../../core/desks/desk-plan';
import { faultsOfPlan, type PlanFault } from '../../core/desks/faults-of-plan';
import { mergePlans } from '../../core/desks/merge-plans';
import { isSame } from '../../core/merge/is-same';
import type { Collision } from '../../core/merge/merge-fields';
import { may, type Actor } from '../../core/permissions/may';
import { recordAct } from '../acts/record-act';
import type { App } from '../app';
import { conferenceHours } from '../conferences/conference-hours';
import { touchConference } from '../conferences/touch-conference';
import type { Reader, Transaction } from '../database/connect';
import { EXCLUSION_VIOLATION, postgresError } from '../database/errors';
import { conference, person, slot, takenSlot } from '../database/schema';
import { inTransaction } from '../database/transaction';
import { teacherNamed } from '../people/teachers';
import { ForbiddenError } from '../permissions/forbidden';
import { deriveWishes } from '../visits/derive-wishes';
import { loadPlans } from './load-plans';
import { lockDesks, syncDesks } from './sync-desks';
import { dropDesk, dropSeries, writePlan } from './write-plan';

/** What an editor did to a desk: from what was seen to what is wanted; `null`: not there. */
export interface PlanChange {
	readonly base: DeskPlan | null;
	readonly plan: DeskPlan | null;
}

/** What became of it. */
export interface PlanOutcome {
	readonly id: string;
	/** The desk as it is now. */
	readonly plan: DeskPlan | null;
	/** What somebody else set differently meanwhile; theirs stands. */
	readonly collisions: readonly Collision[];
	/** Why it was not kept. */
	readonly faults: readonly PlanFault[];
	readonly refusal: PlanRefusal | null;
	/** The conference's version with it. */
	readonly version: number;
}

export type PlanRefusal =
	/** A desk that has or had appointments is not removed. */
	| 'has-appointments'
	/** A person who should receive is taken elsewhere at the time of an appointment. */
	| 'person-taken';

/**
 * Keeps changes of desks in one transaction. Each is laid over what is there: what somebody else changed
 * meanwhile stays, and where both set the same thing differently the other's value stays and is told.
 * Slots follow as a difference. A desk with faults, or one that is refused, stays as it was.
 */
export async function savePlans(
	app: App,
	actor: Actor,
	conferenceId: string,
	changes: readonly PlanChange[],
	newPersons: readonly NewPerson[] = [],
): Promise<PlanOutcome[]> {
	if (!may(actor, 'desk.set-up')) throw new ForbiddenError();
	if (newPersons.length === 0) return keepPlans(app, actor, conferenceId, changes);
	const ids = await inTransaction(app.db, (tx) => addPersons(tx, app, newPersons));
	const named = changes.map(({ base, plan }) => ({
		base,
		plan: plan && {
			...plan,
			people: plan.people.map((entry) => ({
				...entry,
				person: ids.get(entry.person) ?? entry.person,
			})),
		},
	}));
	return keepPlans(app, actor, conferenceId, named);
}

/** A teacher whom the school does not know yet; `id` is the editor's own. */
export interface NewPerson {
	readonly id: string;
	readonly name: string;
}

/** The editor's ids to the school's: a teacher of that name who is known already is meant. */
async function addPersons(
	tx: Transaction,
	{ clock }: App,
	persons: readonly NewPerson[],
): Promise<ReadonlyMap<string, string>> {
	const ids = new Map<string, string>();
	for (const { id, name } of persons) ids.set(id, await teacherNamed(tx, clock, name));
	return ids;
}

/** Keeps changes for whoever may make them: callers have asked. */
export async function keepPlans(
	app: App,
	actor: Actor,
	conferenceId: string,
	changes: readonly PlanChange[],
): Promise<PlanOutcome[]> {
	try {
		return await inTransaction(app.db, (tx) => keep(tx, app, actor, conferenceId, changes));
	} catch (error) {
		const { code, constraint_name: constraint } = postgresError(error) ?? {};
		const isPerson = constraint === 'claim_no_overlap' || constraint === 'claim_not_in_busy_time';
		if (code !== EXCLUSION_VIOLATION || !isPerson) throw error;
		if (changes.length > 1) {
			// One of them cannot be: the others are kept by themselves.
			const outcomes: PlanOutcome[] = [];
			for (const change of changes)
				outcomes.push(...(await keepPlans(app, actor, conferenceId, [change])));
			return outcomes;
		}
		const version = await versionOf(app.db, conferenceId);
		const known = await loadPlans(app.db, conferenceId);
		return changes.map((change) => ({
			id: idOf(change),
			plan: known.find(({ id }) => id === idOf(change)) ?? null,
			collisions: [],
			faults: [],
			refusal: 'person-taken',
			version,
		}));
	}
}

const idOf = ({ base, plan }: PlanChange): string => (plan ?? base)!.id;

async function keep(
	tx: Transaction,
	app: App,
	actor: Actor,
	conferenceId: string,
	changes: readonly PlanChange[],
): Promise<PlanOutcome[]> {
	const facts = await lockConference(tx, conferenceId);
	const hours = conferenceHours(facts);
	const known = new Map((await loadPlans(tx, conferenceId)).map((plan) => [plan.id, plan]));
	const persons = await personsOfSchool(tx);
	let nextNumber = Math.max(0, ...[...known.values()].map(({ number }) => number)) + 1;
	const outcomes = changes
		.filter(({ base, plan }) => base ?? plan)
		.map((change) => {
			const theirs = known.get(idOf(change)) ?? null;
			const settled = settle(change, theirs, hours, facts.timeZone);
			const isNew = settled.plan !== null && theirs === null;
			return isNew ? { ...settled, plan: { ...settled.plan!, number: nextNumber++ } } : settled;
		})
		.map((outcome) => ({
			...outcome,
			plan: outcome.plan && withKnownPersons(outcome.plan, persons),
		}));

	const isChanged = ({ id, plan }: { id: string; plan: DeskPlan | null }) =>
		!isSame(plan, known.get(id) ?? null);
	const changed = outcomes.filter(isChanged);
	const kept = changed.flatMap(({ plan }) => plan ?? []);
	const gone = changed.filter(({ plan }) => plan === null).map(({ id }) => id);
	await lockDesks(tx, [...kept, ...gone.flatMap((id) => known.get(id) ?? [])]);
	const booked = await desksBooked(tx, gone);
	for (const plan of kept) await writePlan(tx, app.clock, conferenceId, plan);
	await syncDesks(tx, app.clock, kept, hours, facts.timeZone);
	for (const plan of kept) await dropSeries(tx, plan);
	for (const id of gone) if (!booked.has(id)) await dropDesk(tx, app.clock, id);

	let { version } = facts;
	const touched = changed.filter(({ id }) => !booked.has(id));
	if (touched.length) {
		await recordAct(tx, app.clock, {
			actor,
			kind: 'desks.changed',
			conferenceId,
			before: touched.map(({ id }) => withoutNames(known.get(id) ?? null)),
			after: touched.map(({ plan }) => withoutNames(plan)),
		});
		if (facts.publishedAt !== null && facts.withdrawnAt === null && meetsOthers(touched, known))
			await deriveWishes(tx, app.clock, conferenceId);
		version = await touchConference(tx, conferenceId);
	}
	const now = new Map((await loadPlans(tx, conferenceId)).map((plan) => [plan.id, plan]));
	return outcomes.map(({ id, collisions, faults }) => ({
		id,
		plan: now.get(id) ?? null,
		collisions,
		faults,
		version,
		refusal: booked.has(id) ? ('has-appointments' as const) : null,
	}));
}

interface Settled {
	readonly id: string;
	readonly plan: DeskPlan | null;
	readonly collisions: readonly Collision[];
	readonly faults: readonly PlanFault[];
}

/** The desk as it shall be, from what was wanted and what is there. */
function settle(
	{ base, plan }: PlanChange,
	theirs: DeskPlan | null,
	hours: ConferenceHours,
	timeZone: string,
): Settled {
	const id = (plan ?? base)!.id;
	const clash = (path: string, mine: unknown, other: unknown): Settled => ({
		id,
		plan: theirs,
		faults: [],
		collisions: [{ path, mine: mine ?? null, theirs: other }],
	});
	if (plan === null) {
		return theirs === null || isSame(theirs, base)
			? { id, plan: null, collisions: [], faults: [] }
			: clash('desk', null, theirs);
	}
	// A desk that somebody removed while another went on editing it.
	if (theirs === null && base !== null) return clash('desk', plan, null);
	const merged = theirs
		? mergePlans(base ?? theirs, plan, theirs)
		: { value: plan, collisions: [] };
	const faults = faultsOfPlan(merged.value, hours, timeZone);
	if (faults.length === 0) return { id, plan: merged.value, collisions: merged.collisions, faults };
	const alone = faultsOfPlan(plan, hours, timeZone);
	if (alone.length) return { id, plan: theirs, collisions: [], faults: alone };
	return clash('series', plan.series, theirs?.series ?? null);
}

/**
 * Changes of the set-up queue up at the conference, without keeping bookings (which refer to its key)
 * from being written. Throws when there is none.
 */
export async function lockConference(
	tx: Transaction,
	id: string,
): Promise<typeof conference.$inferSelect> {
	const [row] = await tx
		.select()
		.from(conference)
		.where(eq(conference.id, id))
		.for('no key update');
	if (!row) throw new Error(`no conference ${id}`);
	return row;
}

async function versionOf(db: Reader, id: string): Promise<number> {
	const [row] = await db
		.select({ version: conference.version })
		.from(conference)
		.where(eq(conference.id, id));
	if (!row) throw new Error(`no conference ${id}`);
	return row.version;
}

async function personsOfSchool(tx: Transaction): Promise<ReadonlySet<string>> {
	const rows = await tx.select({ id: person.id }).from(person).where(isNull(person.leftAt));
	return new Set(rows.map(({ id }) => id));
}

/** People who are none of the school's (any more) are left out; nobody stands in for nobody. */
function withKnownPersons(plan: DeskPlan, known: ReadonlySet<string>): DeskPlan {
	const people = plan.people.filter(({ person }) => known.has(person));
	return {
		...plan,
		people,
		substitutes: plan.substitutes.filter(
			({ person, absent }) => known.has(person) && people.some((entry) => entry.person === absent),
		),
	};
}

async function desksBooked(tx: Transaction, deskIds: readonly string[]): Promise<Set<string>> {
	const rows = await tx
		.selectDistinct({ id: slot.deskId })
		.from(takenSlot)
		.innerJoin(slot, eq(slot.id, takenSlot.slotId))
		.where(and(inArray(slot.deskId, [...deskIds])));
	return new Set(rows.map(({ id }) => id));
}

/** Whether somebody else is to be met at a desk than before. */
const meetsOthers = (changed: readonly Settled[], known: ReadonlyMap<string, DeskPlan>): boolean =>
	changed.some(({ id, plan }) => {
		const facts = (of: DeskPlan | null | undefined) =>
			of && JSON.stringify([of.forAll, of.people.map(({ person }) => person).sort()]);
		return facts(plan) !== facts(known.get(id));
	});

/** What an act keeps of a plan: ids and facts. */
function withoutNames(plan: DeskPlan | null): unknown {
	if (!plan) return null;
	const { name: _name, series, ...facts } = plan;
	return {
		...facts,
		series: series.map(({ places, ...entry }) => ({
			...entry,
			places: places.map(({ kind }) => kind),
		})),
	};
}
