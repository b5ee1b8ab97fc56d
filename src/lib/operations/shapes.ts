import { validate } from 'uuid';
import { z, type ZodMiniType } from 'zod/mini';
import type { Collision } from '../core/merge/merge-fields';
import { typedDate } from '../core/time/local-of';

/** Small shapes that many operations share. */

export const id = z.string().check(z.refine((text) => validate(text)));
/** Milliseconds since 1970. */
export const instant = z.number();
/** `2026-11-27`. Whether there is such a date is core's to say. */
export const date = z.pipe(z.string().check(z.maxLength(10)), z.transform(typedDate));
/** What somebody chose, told from every other request. */
export const key = z.string().check(z.minLength(1), z.maxLength(220));
export const version = z.int();

/** Of small numbers that people type; whether they make sense is core's to say. */
export const whole = z.int().check(z.gte(-9999), z.lte(9999));

export const collision: ZodMiniType<Collision> = z.object({
	path: z.string(),
	mine: z.unknown(),
	theirs: z.unknown(),
});

/** A schema of all that a type has, and of nothing else: what is added to the one is missed in the other. */
export const exactly =
	<T>() =>
	// In a tuple the type is compared as a whole; a union would be taken apart, and any one part would do.
	<S extends ZodMiniType<T>>(schema: [T] extends [z.output<S>] ? S : never): ZodMiniType<T> =>
		schema;
