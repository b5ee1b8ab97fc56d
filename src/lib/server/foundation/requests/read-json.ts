import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';

/**
 * The body of a request as the schema has it; a body that is none is refused with a sentence. Only what says that
 * it is JSON is read: a form on another site could send everything else in somebody's name.
 */
export async function readJson<Schema extends z.core.$ZodType>(
	request: Request,
	schema: Schema,
): Promise<z.infer<Schema>> {
	const isJson = /^application\/json\b/i.test(request.headers.get('content-type') ?? '');
	const read = z.safeParse(schema, isJson ? await request.json().catch(() => null) : null);
	if (!read.success) error(isJson ? 400 : 415, m.body_unreadable());
	return read.data;
}
