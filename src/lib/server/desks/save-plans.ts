import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { ConferenceHours, DeskPlan } from '../../core/desks/desk-plan';
import { faultsOfPlan, type PlanFault } from '../../core/desks/faults-of-plan';
import { mergePlans } from '../../core/desks/merge-plans';
import { isSame } from '../../core/merge/is-same';
import type { Collision } from '../../core/merge/merge-fields';
import type { Actor } from '../../core/permissions/may';
import {
	desksSave,
	type DesksRequest,
	type NewTeacher,
	type PlanChange,
	type PlanOutcome,
} from '../../operations/desks';
import type { Clock } from '../foundation/clock';
import { conferenceHours } from '../conferences/conference-hours';
import { lockConference } from '../conferences/lock-conference';
import type { Reader, Transaction } from '../foundation/database/connect';
import { EXCLUSION_VIOLATION, postgresError } from '../foundation/database/errors';
import { conference, person, slot, takenSlot } from '../foundation/database/schema';
import { teacherNamed } from '../register/teachers';
import { performs, type Deps } from '../foundation/runner/perform';
import type { DoneAct } from '../foundation/runner/record-act';
import { loadPlans } from './load-plans';
import { lockDesks, syncDesks } from './sync-desks';
import { dropDesk, dropSeries, writePlan } from './write-plan';

/**
 * Keeps changes of desks in one transaction. Each is laid over what is there: what somebody else changed
 * meanwhile stays, and where both set the same thing differently the other's value stays and is told.
 * Slots follow as a difference. A desk with faults, or one that is refused, stays as it was.
 */
export const savePlans = performs(desksSave).by({
	lock: async ({ tx, input }) => {
		await lockConference(tx, input.conferenceId);
	},
	async work({ tx, clock, input }) {
		const changes = await withTeachers(tx, clock, input);
		const { outcomes, act } = await keepPlans(tx, clock, input.conferenceId, changes);
		return { done: { outcomes, version: 0 }, act };
	},
	answer: async ({ tx, input }, { outcomes }) => ({
		outcomes,
		version: await versionOf(tx, input.conferenceId),
	}),
	async lost({ app, actor, input }, error) {
		if (!isPersonTaken(error)) return null;
		const kept = await keptOneByOne(app, actor, input);
		return { ok: true, ...kept };
	},
});

/** One of several cannot be: the others are kept by themselves. */
async function keptOneByOne(
	app: Deps,
	actor: Actor,
	input: DesksRequest,
): Promise<{ outcomes: readonly PlanOutcome[]; version: number }> {
	const { conferenceId, changes } = input;
	const outcomes: PlanOutcome[] = [];
	if (changes.length > 1)
		for (const change of changes) {
			const kept = await savePlans(app, actor, { ...input, changes: [change] });
			if (kept.ok) outcomes.push(...kept.outcomes);
		}
	else {
		const known = await loadPlans(app.db, conferenceId);
		outcomes.push(...changes.map((change) => personTaken(change, known)));
	}
	return { outcomes, version: await versionOf(app.db, conferenceId) };
}

const personTaken = (change: PlanChange, known: readonly DeskPlan[]): PlanOutcome => ({
	id: idOf(change),
	plan: known.find(({ id }) => id === idOf(change)) ?? null,
	collisions: [],
	faults: [],
	refusal: 'person-taken',
});

/** Whether the database refused a change of desks because somebody who receives is taken elsewhere. */
export function isPersonTaken(error: unknown): boolean {
	const { code, constraint_name: constraint } = postgresError(error) ?? {};
	return (
		code === EXCLUSION_VIOLATION &&
		(constraint === 'claim_no_overlap' || constraint === 'claim_not_in_busy_time')
	);
}

/** The changes with the school's own ids of teachers whom the editor made up: one of that name is meant. */
async function withTeachers(
	tx: Transaction,
	clock: Clock,
	{
		changes,
		teachers = [],
	}: { changes: readonly PlanChange[]; teachers?: readonly NewTeacher[] | undefined },
): Promise<readonly PlanChange[]> {
	if (teachers.length === 0) return changes;
	const ids = new Map<string, string>();
	for (const { id, name } of teachers) ids.set(id, await teacherNamed(tx, clock, name));
	return changes.map(({ base, plan }) => ({
		base,
		plan: plan && {
			...plan,
			people: plan.people.map((entry) => ({
				...entry,
				person: ids.get(entry.person) ?? entry.person,
			})),
		},
	}));
}

const idOf = ({ base, plan }: PlanChange): string => (plan ?? base)!.id;

/** Keeps changes of a conference's desks, and says what became of each; `act`: nothing was changed. */
export async function keepPlans(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
	changes: readonly PlanChange[],
): Promise<{ outcomes: PlanOutcome[]; act: DoneAct<'desks.changed'> | null }> {
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
	for (const plan of kept) await writePlan(tx, clock, conferenceId, plan);
	await syncDesks(tx, clock, kept, hours, facts.timeZone);
	for (const plan of kept) await dropSeries(tx, plan);
	for (const id of gone) if (!booked.has(id)) await dropDesk(tx, clock, id);

	const touched = changed.filter(({ id }) => !booked.has(id));
	const act = {
		kind: 'desks.changed',
		conferenceId,
		before: touched.map(({ id }) => withoutNames(known.get(id) ?? null)),
		after: touched.map(({ plan }) => withoutNames(plan)),
	} as const;
	const now = new Map((await loadPlans(tx, conferenceId)).map((plan) => [plan.id, plan]));
	return {
		act: touched.length ? act : null,
		outcomes: outcomes.map(({ id, collisions, faults }) => ({
			id,
			plan: now.get(id) ?? null,
			collisions,
			faults,
			refusal: booked.has(id) ? ('has-appointments' as const) : null,
		})),
	};
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

/** What an act keeps of a plan: ids and facts. */
function withoutNames(plan: DeskPlan | null): unknown {
	if (!plan) return null;
	const { name: _name, series, ...facts } = plan;
	return {
		...facts,
		series: series.map(({ places, ...entry }) => ({
			...entry,
			places: places.map((place) =>
				place.kind === 'room' ? { room: place.room, building: place.building } : place.kind,
			),
		})),
	};
}
