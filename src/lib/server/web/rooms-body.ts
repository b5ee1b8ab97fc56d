import { validate } from 'uuid';
import { z } from 'zod';

const id = z.string().refine((text) => validate(text));
const name = z.string().max(80);
const whole = z.number().int().min(-9999).max(9999);

const entry = z.discriminatedUnion('kind', [
	z.object({
		kind: z.literal('room'),
		id,
		name,
		building: id.nullable(),
		spaces: whole,
		stepFree: z.boolean().nullable(),
	}),
	z.object({ kind: z.literal('building'), id, name, insideMinutes: whole }),
	z
		.object({ kind: z.literal('walk'), from: id, to: id, minutes: whole })
		.refine(({ from, to }) => from !== to),
]);

/** Changes of rooms, buildings and ways as the page sends them. */
export const roomsChangesSchema = z.object({
	changes: z
		.array(z.object({ base: entry.nullable(), entry: entry.nullable() }))
		.min(1)
		.max(500),
});
