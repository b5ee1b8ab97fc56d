import type { z } from 'zod';

/** Fields of a small form, or the first sentence of what is wrong with them. */
export async function readFields<Schema extends z.ZodType>(
	request: Request,
	schema: Schema,
): Promise<{ ok: true; fields: z.infer<Schema> } | { ok: false; problem: string }> {
	const data = await request.formData();
	const fields: Record<string, unknown> = {};
	for (const name of new Set(data.keys())) {
		const values = data.getAll(name).map(String);
		// A name that ends in [] stands for a list, however many were ticked.
		if (name.endsWith('[]')) fields[name.slice(0, -2)] = values;
		else fields[name] = values[0];
	}
	const read = schema.safeParse(fields);
	return read.success
		? { ok: true, fields: read.data }
		: { ok: false, problem: read.error.issues[0]!.message };
}
