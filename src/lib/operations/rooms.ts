import { z, type ZodMiniType } from 'zod/mini';
import type { Collision } from '../core/merge/merge-fields';
import type { RoomsEntry, RoomsFault } from '../core/rooms/school-rooms';
import { change } from './change';
import { collision, id, whole } from './shapes';

const name = z.string().check(z.maxLength(80));

const entry: ZodMiniType<RoomsEntry> = z.discriminatedUnion('kind', [
	z.object({
		kind: z.literal('room'),
		id,
		name,
		building: z.nullable(id),
		spaces: whole,
		stepFree: z.nullable(z.boolean()),
	}),
	z.object({ kind: z.literal('building'), id, name, insideMinutes: whole }),
	z
		.object({ kind: z.literal('walk'), from: id, to: id, minutes: whole })
		.check(z.refine(({ from, to }) => from !== to)),
]);

const fault: ZodMiniType<RoomsFault> = z.enum([
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
			.array(z.object({ base: z.nullable(entry), entry: z.nullable(entry) }))
			.check(z.minLength(1), z.maxLength(500)),
	}) as ZodMiniType<{ readonly changes: readonly RoomsChange[] }>,
	done: z.object({
		outcomes: z.array(
			z.object({
				id: z.string(),
				entry: z.nullable(entry),
				fault: z.nullable(fault),
				collisions: z.array(collision),
			}),
		),
	}) as ZodMiniType<{ readonly outcomes: readonly RoomsOutcome[] }>,
	leaves: ['rooms.changed'],
	mostBytes: 2 * 1024 * 1024,
});
