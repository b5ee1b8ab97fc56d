import { z } from 'zod/mini';
import type { FreeSlot, Visit, VisitProblem } from './visit-problem';

/**
 * The plain file `visit-instance/1`, for trying and measuring the planner: desks with free slots,
 * ways between places, and families with what they want. Minutes are whole numbers on one axis, and
 * date d starts at `1440 * d`.
 */

const MINUTES_OF_DATE = 1440;

const id = z.string().check(z.minLength(1));
const minute = z.int().check(z.gte(0));
const span = z
	.tuple([minute, minute])
	.check(z.refine(([start, end]) => start < end, 'must end after it starts'));
const slot = span.check(
	z.refine(
		([start, end]) =>
			Math.floor(start / MINUTES_OF_DATE) === Math.floor((end - 1) / MINUTES_OF_DATE),
		'must lie on one date',
	),
);

const desk = z.object({
	id,
	place: id,
	capacity: z._default(z.int().check(z.gte(0)), 1),
	slots: z.array(slot),
});

const request = z.object({
	id,
	student: id,
	desks: z.array(id).check(z.minLength(1)),
	weight: z.number().check(z.gte(0)),
	must: z._default(z.boolean(), false),
});

const family = z.object({
	id,
	pause: z._default(minute, 0),
	adults: z._default(z.int().check(z.gte(1)), 1),
	split: z._default(z.boolean(), false),
	windows: z.optional(z.array(span)),
	requests: z.array(request),
});

const instanceSchema = z
	.object({
		format: z.literal('visit-instance/1'),
		desks: z.array(desk),
		travel: z._default(z.array(z.object({ from: id, to: id, minutes: minute })), []),
		families: z.array(family).check(z.minLength(1)),
	})
	.check(
		z.superRefine((instance, context) => {
			const complain = (path: (string | number)[], message: string) =>
				context.addIssue({ code: 'custom', path, message });
			const noDoubles = (ids: readonly string[], path: (string | number)[]) =>
				ids.forEach((id, index) => {
					if (ids.indexOf(id) < index) complain([...path, index, 'id'], `repeats "${id}"`);
				});
			const desks = new Set(instance.desks.map(({ id }) => id));
			noDoubles([...instance.desks.map(({ id }) => id)], ['desks']);
			noDoubles([...instance.families.map(({ id }) => id)], ['families']);
			instance.families.forEach(({ requests }, f) => {
				noDoubles(
					requests.map(({ id }) => id),
					['families', f, 'requests'],
				);
				requests.forEach((request, r) =>
					request.desks.forEach((id, d) => {
						if (!desks.has(id))
							complain(['families', f, 'requests', r, 'desks', d], `names no desk: "${id}"`);
					}),
				);
			});
		}),
	);

export type VisitInstance = z.infer<typeof instanceSchema>;
type InstanceFamily = VisitInstance['families'][number];

export type ReadInstance =
	| { readonly ok: true; readonly instance: VisitInstance }
	/** One sentence that names the field. */
	| { readonly ok: false; readonly sentence: string };

/** Reads the text of an instance file. */
export function readVisitInstance(text: string): ReadInstance {
	let json: unknown;
	try {
		json = JSON.parse(text);
	} catch (error) {
		return { ok: false, sentence: `The file is not JSON: ${(error as Error).message}.` };
	}
	const result = instanceSchema.safeParse(json);
	if (result.success) return { ok: true, instance: result.data };
	const { path, message } = result.error.issues[0]!;
	const field = path.reduce<string>(
		(text, key) =>
			typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key),
		'',
	);
	return { ok: false, sentence: `The field ${field || '(whole file)'} is wrong: ${message}.` };
}

/** One family's problem: every slot with a seat is free to it. */
export function visitProblemOf(instance: VisitInstance, family: InstanceFamily): VisitProblem {
	return {
		wishes: family.requests,
		slots: instance.desks.flatMap(({ id, place, capacity, slots }) =>
			capacity === 0
				? []
				: slots.map(([start, end]): FreeSlot => {
						const date = Math.floor(start / MINUTES_OF_DATE);
						const slot = { id: `${id}@${start}-${end}`, desk: id, place, date, start, end };
						return { ...slot, seats: capacity };
					}),
		),
		travel: instance.travel,
		pause: family.pause,
		windows: family.windows,
		fixed: [],
	};
}

/** Two adults of a family that may divide go their own ways. */
export const mayDivide = ({ split, adults }: InstanceFamily): boolean => split && adults > 1;

/** A line of a result. Families that may divide also say which adult comes. */
export interface PlacedRequest {
	readonly family: string;
	readonly request: string;
	readonly desk: string;
	readonly slot: readonly [number, number];
	readonly adult?: 0 | 1;
}

/** The visit in the form of a result file. Of a family that may divide, each entry says who comes. */
export function placedRequests(family: InstanceFamily, visit: Visit): PlacedRequest[] {
	return visit.placements.map(({ wish, adult = 0, slot: { desk, start, end } }) => ({
		family: family.id,
		request: wish,
		desk,
		slot: [start, end],
		adult: family.split ? adult : undefined,
	}));
}
