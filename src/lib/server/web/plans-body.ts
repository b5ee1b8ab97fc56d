import { z } from 'zod';
import { validate } from 'uuid';

const id = z.string().refine((text) => validate(text));
const minute = z.number().int().min(-1440).max(2880);
const date = z.string().max(10);
const stretch = { start: minute, end: minute };

const division = z.object({
	slotMinutes: z.number().int().min(-999).max(999),
	gapMinutes: z.number().int().min(-999).max(999),
	longGap: z
		.object({ every: z.number().int().min(0).max(999), minutes: z.number().int().min(0).max(999) })
		.nullable()
		.default(null),
});

const place = z.discriminatedUnion('kind', [
	z.object({ kind: z.literal('room'), room: z.string().max(80), building: z.string().max(80) }),
	z.object({ kind: z.literal('video'), link: z.string().max(500).nullable() }),
	z.object({ kind: z.literal('telephone'), number: z.string().max(60), pin: z.string().max(20) }),
]);

export const weeklySchema = z.object({
	...stretch,
	from: date,
	until: date,
	weekdays: z.array(z.number().int()).max(7),
	everyWeeks: z.number().int().min(1).max(52),
	except: z.array(date).max(400),
});

const when = z.discriminatedUnion('kind', [
	z.object({
		kind: z.literal('conference'),
		only: date.nullable(),
		except: z.array(date).max(400),
	}),
	z.object({ kind: z.literal('once'), date, ...stretch }),
	z.object({ kind: z.literal('weekly'), ...weeklySchema.shape }),
]);

export const planSchema = z.object({
	id,
	number: z.number().int().min(0).max(32_000),
	name: z.string().max(200),
	subject: z.string().max(200),
	forAll: z.boolean(),
	familyPicks: z.boolean(),
	people: z.array(z.object({ person: id, role: z.enum(['all', 'any']) })).max(60),
	substitutes: z.array(z.object({ date, absent: id, person: id })).max(400),
	rightHours: z.array(z.object({ date, ...stretch })).max(400),
	series: z
		.array(
			z.object({
				id,
				when,
				breaks: z.array(z.object(stretch)).max(40),
				division: division.nullable(),
				seats: z.number().int().min(0).max(9999),
				places: z.array(place).max(6),
			}),
		)
		.max(400),
});

/** Changes of desks as the ruler sends them. Whether they make sense is core's to say. */
export const plansSchema = z.object({
	changes: z
		.array(
			z
				.object({ base: planSchema.nullable(), plan: planSchema.nullable() })
				.refine(({ base, plan }) => base ?? plan),
		)
		.min(1)
		.max(2000),
	teachers: z.array(z.object({ id, name: z.string().trim().min(1).max(120) })).max(500),
});
