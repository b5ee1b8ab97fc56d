import { z, type ZodType } from 'zod';
import type { Collision } from '../core/merge/merge-fields';
import type { RoomsEntry, RoomsFault } from '../core/rooms/school-rooms';
import { change } from './change';
import { collision, id, whole } from './shapes';

const name = z.string().max(80);

const entry: ZodType<RoomsEntry> = z.discriminatedUnion('kind', [
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

const fault: ZodType<RoomsFault> = z.enum([
	'name-missing',
	'name-taken',
	'spaces-wrong',
	'minutes-wrong',
	'in-use',
]);

/** What an editor did to a room, a building or a way; `null`: not there. */
export interface RoomsChange {
	readonly base: RoomsEntry | null;
	readonly entry: RoomsEntry | null;
}

export interface RoomsOutcome {
	/** As editors name the entry. */
	readonly id: string;
	readonly entry: RoomsEntry | null;
	readonly fault: RoomsFault | null;
	readonly collisions: readonly Collision[];
}

/** Keeps changes of rooms, buildings and ways, field by field over what is there. */
export const roomsSave = change({
	name: 'rooms.save',
	may: 'rooms.change',
	input: z.object({
		changes: z
			.array(z.object({ base: entry.nullable(), entry: entry.nullable() }))
			.min(1)
			.max(500),
	}) as ZodType<{ readonly changes: readonly RoomsChange[] }>,
	done: z.object({
		outcomes: z.array(
			z.object({
				id: z.string(),
				entry: entry.nullable(),
				fault: fault.nullable(),
				collisions: z.array(collision),
			}),
		),
	}) as ZodType<{ readonly outcomes: readonly RoomsOutcome[] }>,
	leaves: ['rooms.changed'],
	mostBytes: 2 * 1024 * 1024,
});
