import { error } from '@sveltejs/kit';
import type { z } from 'zod';
import { m } from '$lib/paraglide/messages';

/** The body of a request as the schema has it; a body that is none is refused with a sentence. */
export async function readJson<Schema extends z.ZodType>(
	request: Request,
	schema: Schema,
): Promise<z.infer<Schema>> {
	const read = schema.safeParse(await request.json().catch(() => null));
	if (!read.success) error(400, m.body_unreadable());
	return read.data;
}
