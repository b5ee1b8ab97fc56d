import { z, type ZodMiniType } from 'zod/mini';
import type {
	DeskPlan,
	PlannedPlace,
	SeriesPlan,
	WeeklyHours,
	When,
} from '../core/desks/desk-plan';
import { planFaultCodes, type PlanFault } from '../core/desks/faults-of-plan';
import type { Collision } from '../core/merge/merge-fields';
import type { Division } from '../core/slots/slot-grid';
import { usualDeskRules, type DeskRules } from '../core/desks/desk-rules';
import { change, reasons } from './change';
import { collision, date, exactly, id, version } from './shapes';

const minute = z.int().check(z.gte(-1440), z.lte(2880));
const stretch = { start: minute, end: minute };

const division: ZodMiniType<Division> = z.object({
	slotMinutes: z.int().check(z.gte(-999), z.lte(999)),
	gapMinutes: z.int().check(z.gte(-999), z.lte(999)),
	longGap: z._default(
		z.nullable(
			z.object({
				every: z.int().check(z.gte(0), z.lte(999)),
				minutes: z.int().check(z.gte(0), z.lte(999)),
			}),
		),
		null,
	),
});

const place = exactly<PlannedPlace>()(
	z.discriminatedUnion('kind', [
		z.object({
			kind: z.literal('room'),
			room: z.string().check(z.maxLength(80)),
			building: z.string().check(z.maxLength(80)),
		}),
		z.object({ kind: z.literal('video'), link: z.nullable(z.string().check(z.maxLength(500))) }),
		z.object({
			kind: z.literal('telephone'),
			number: z.string().check(z.maxLength(60)),
			pin: z.string().check(z.maxLength(20)),
		}),
	]),
);

const weekly = {
	...stretch,
	from: date,
	until: date,
	weekdays: z.array(z.int()).check(z.maxLength(7)),
	everyWeeks: z.int().check(z.gte(1), z.lte(52)),
	except: z.array(date).check(z.maxLength(400)),
};
export const weeklyHours: ZodMiniType<WeeklyHours> = z.object(weekly);

const when: ZodMiniType<When> = z.discriminatedUnion('kind', [
	z.object({
		kind: z.literal('conference'),
		only: z.nullable(date),
		except: z.array(date).check(z.maxLength(400)),
	}),
	z.object({ kind: z.literal('once'), date, ...stretch }),
	z.object({ kind: z.literal('weekly'), ...weekly }),
]);

const series: ZodMiniType<SeriesPlan> = z.object({
	id,
	when,
	breaks: z.array(z.object(stretch)).check(z.maxLength(40)),
	division: z.nullable(division),
	seats: z.int().check(z.gte(0), z.lte(9999)),
	places: z.array(place).check(z.maxLength(6)),
});

const deskRules: ZodMiniType<DeskRules> = z.object({
	acceptance: z.nullable(z.enum(['at-once', 'asked'])),
	perDay: z.nullable(z.int().check(z.gte(1), z.lte(200))),
	longSlots: z.nullable(z.int().check(z.gte(2), z.lte(4))),
	groupSees: z.boolean(),
});

export const deskPlan: ZodMiniType<DeskPlan> = z.object({
	id,
	number: z.int().check(z.gte(0), z.lte(32_000)),
	name: z.string().check(z.maxLength(200)),
	subject: z.string().check(z.maxLength(200)),
	// A page from before there were any knows of none.
	words: z._default(z.string().check(z.maxLength(1000)), ''),
	forAll: z.boolean(),
	isListed: z._default(z.boolean(), true),
	familyPicks: z.boolean(),
	rules: z._default(deskRules, usualDeskRules),
	people: z.array(z.object({ person: id, role: z.enum(['all', 'any']) })).check(z.maxLength(60)),
	substitutes: z.array(z.object({ date, absent: id, person: id })).check(z.maxLength(400)),
	rightHours: z.array(z.object({ date, ...stretch })).check(z.maxLength(400)),
	series: z.array(series).check(z.maxLength(400)),
});

/** What an editor did to a desk: from what was seen to what is wanted; `null`: not there. */
export interface PlanChange {
	readonly base: DeskPlan | null;
	readonly plan: DeskPlan | null;
}

/** A teacher whom the school does not know yet; `id` is the editor's own. */
export interface NewTeacher {
	readonly id: string;
	readonly name: string;
}

/** Why a desk was not changed at all. */
const planRefusal = z.enum([
	/** A desk that has or had appointments is not removed. */
	'has-appointments',
	/** A person who should receive is taken elsewhere at the time of an appointment. */
	'person-taken',
]);
export type PlanRefusal = z.infer<typeof planRefusal>;

const planFault = exactly<PlanFault>()(
	z.object({ code: z.enum(planFaultCodes), series: z.optional(id) }),
);

/** What became of a change of a desk. */
export interface PlanOutcome {
	readonly id: string;
	/** The desk as it is now. */
	readonly plan: DeskPlan | null;
	/** What somebody else set differently meanwhile; theirs stands. */
	readonly collisions: readonly Collision[];
	/** Why it was not kept. */
	readonly faults: readonly PlanFault[];
	readonly refusal: PlanRefusal | null;
}

const planOutcome: ZodMiniType<PlanOutcome> = z.object({
	id,
	plan: z.nullable(deskPlan),
	collisions: z.array(collision),
	faults: z.array(planFault),
	refusal: z.nullable(planRefusal),
});

export interface DesksRequest {
	readonly conferenceId: string;
	readonly changes: readonly PlanChange[];
	/** Teachers among them whom the school does not know yet. */
	readonly teachers?: readonly NewTeacher[] | undefined;
}

const MIB = 1024 * 1024;

/** Keeps changes of desks, each by itself: what became of it stands in its outcome. */
export const desksSave = change({
	name: 'desks.save',
	may: 'desk.set-up',
	input: z.object({
		conferenceId: id,
		changes: z
			.array(
				z
					.object({ base: z.nullable(deskPlan), plan: z.nullable(deskPlan) })
					.check(z.refine(({ base, plan }) => base ?? plan)),
			)
			.check(z.minLength(1), z.maxLength(2000)),
		teachers: z.optional(
			z
				.array(z.object({ id, name: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)) }))
				.check(z.maxLength(500)),
		),
	}) as ZodMiniType<DesksRequest>,
	/** With the version that the conference has then. */
	done: z.object({ outcomes: z.array(planOutcome), version }) as ZodMiniType<{
		readonly outcomes: readonly PlanOutcome[];
		readonly version: number;
	}>,
	leaves: ['desks.changed'],
	mostBytes: 16 * MIB,
});

/** Keeps an appointment where it is: its desk sits for just that time, besides its hours. */
export const slotKeep = change({
	name: 'slot.keep',
	may: 'desk.set-up',
	input: z.object({ conferenceId: id, slot: id }),
	/** `settled`: it needs nothing any more; `overlaps`: the desk's new hours lie across it. */
	refusal: reasons('settled', 'overlaps'),
	leaves: ['desk.kept'],
});

/** What a teacher would like at the own desk. */
export interface OwnDeskRequest {
	readonly person: string;
	readonly base: DeskPlan;
	readonly plan: DeskPlan;
	readonly note: string;
}

/** A teacher changes the own desk's hours, places and words, or proposes to, as the conference allows. */
export const ownDeskChange = change({
	name: 'desk.change-own',
	may: 'desk.own',
	about: ({ person }: OwnDeskRequest) => ({ person }),
	input: z.object({
		person: id,
		base: deskPlan,
		plan: deskPlan,
		note: z.string().check(z.maxLength(500)),
	}),
	done: z.object({ became: z.enum(['changed', 'proposed']) }),
	/** `faults`: what is wrong with it; `meanwhile`: somebody else set the same, or it cannot be. */
	refusal: z.union([
		z.object({ reason: z.literal('faults'), faults: z.array(planFault) }),
		z.object({ reason: z.literal('meanwhile') }),
	]),
	leaves: ['desks.changed', 'desk.proposed'],
});

/** The office takes what a teacher proposed, or leaves it. */
export const proposalSettle = change({
	name: 'proposal.settle',
	may: 'desk.set-up',
	input: z.object({ proposal: id, accept: z.boolean() }),
	/** `unfit`: the desk can no longer be like that. */
	refusal: reasons('settled', 'unfit'),
	leaves: ['desk.proposal-settled'],
});
