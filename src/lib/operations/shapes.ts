import { validate } from 'uuid';
import { z, type ZodType } from 'zod';
import type { Collision } from '../core/merge/merge-fields';
import { typedDate } from '../core/time/local-of';

/** Small shapes that many operations share. */

export const id = z.string().refine((text) => validate(text));
/** Milliseconds since 1970. */
export const instant = z.number();
/** `2026-11-27`. Whether there is such a date is core's to say. */
export const date = z.string().max(10).transform(typedDate);
/** What somebody chose, told from every other request. */
export const key = z.string().min(1).max(220);
export const version = z.number().int();

/** Of small numbers that people type; whether they make sense is core's to say. */
export const whole = z.number().int().min(-9999).max(9999);

export const collision: ZodType<Collision> = z.object({
	path: z.string(),
	mine: z.unknown(),
	theirs: z.unknown(),
});

/** A schema of all that a type has, and of nothing else: what is added to the one is missed in the other. */
export const exactly =
	<T>() =>
	// In a tuple the type is compared as a whole; a union would be taken apart, and any one part would do.
	<S extends ZodType<T>>(schema: [T] extends [z.output<S>] ? S : never): ZodType<T> =>
		schema;
