import { z, type ZodType } from 'zod';
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
import { change, reasons } from './change';
import { collision, date, exactly, id, version } from './shapes';

const minute = z.number().int().min(-1440).max(2880);
const stretch = { start: minute, end: minute };

const division: ZodType<Division> = z.object({
	slotMinutes: z.number().int().min(-999).max(999),
	gapMinutes: z.number().int().min(-999).max(999),
	longGap: z
		.object({ every: z.number().int().min(0).max(999), minutes: z.number().int().min(0).max(999) })
		.nullable()
		.default(null),
});

const place = exactly<PlannedPlace>()(
	z.discriminatedUnion('kind', [
		z.object({ kind: z.literal('room'), room: z.string().max(80), building: z.string().max(80) }),
		z.object({ kind: z.literal('video'), link: z.string().max(500).nullable() }),
		z.object({ kind: z.literal('telephone'), number: z.string().max(60), pin: z.string().max(20) }),
	]),
);

const weekly = {
	...stretch,
	from: date,
	until: date,
	weekdays: z.array(z.number().int()).max(7),
	everyWeeks: z.number().int().min(1).max(52),
	except: z.array(date).max(400),
};
export const weeklyHours: ZodType<WeeklyHours> = z.object(weekly);

const when: ZodType<When> = z.discriminatedUnion('kind', [
	z.object({
		kind: z.literal('conference'),
		only: date.nullable(),
		except: z.array(date).max(400),
	}),
	z.object({ kind: z.literal('once'), date, ...stretch }),
	z.object({ kind: z.literal('weekly'), ...weekly }),
]);

const series: ZodType<SeriesPlan> = z.object({
	id,
	when,
	breaks: z.array(z.object(stretch)).max(40),
	division: division.nullable(),
	seats: z.number().int().min(0).max(9999),
	places: z.array(place).max(6),
});

export const deskPlan: ZodType<DeskPlan> = z.object({
	id,
	number: z.number().int().min(0).max(32_000),
	name: z.string().max(200),
	subject: z.string().max(200),
	forAll: z.boolean(),
	familyPicks: z.boolean(),
	people: z.array(z.object({ person: id, role: z.enum(['all', 'any']) })).max(60),
	substitutes: z.array(z.object({ date, absent: id, person: id })).max(400),
	rightHours: z.array(z.object({ date, ...stretch })).max(400),
	series: z.array(series).max(400),
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
	z.object({ code: z.enum(planFaultCodes), series: id.optional() }),
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

const planOutcome: ZodType<PlanOutcome> = z.object({
	id,
	plan: deskPlan.nullable(),
	collisions: z.array(collision),
	faults: z.array(planFault),
	refusal: planRefusal.nullable(),
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
					.object({ base: deskPlan.nullable(), plan: deskPlan.nullable() })
					.refine(({ base, plan }) => base ?? plan),
			)
			.min(1)
			.max(2000),
		teachers: z
			.array(z.object({ id, name: z.string().trim().min(1).max(120) }))
			.max(500)
			.optional(),
	}) as ZodType<DesksRequest>,
	/** With the version that the conference has then. */
	done: z.object({ outcomes: z.array(planOutcome), version }) as ZodType<{
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

/** A teacher changes the own desk's hours and places, or proposes to, as the conference allows. */
export const ownDeskChange = change({
	name: 'desk.change-own',
	may: 'desk.own',
	about: ({ person }: OwnDeskRequest) => ({ person }),
	input: z.object({ person: id, base: deskPlan, plan: deskPlan, note: z.string().max(500) }),
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
