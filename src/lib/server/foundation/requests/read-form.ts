import { z, type ZodType } from 'zod';
import type { Sentence } from '../../../operations/sentence';
import { m } from '$lib/paraglide/messages';

/** Fields of a form as a schema has them, or the first sentence of what is wrong with them. */
export type FormRead<T> =
	{ readonly ok: true; readonly fields: T } | { readonly ok: false; readonly problem: string };

/**
 * Reads a form by the schema of what it is for: ticked boxes become booleans, numbers numbers, and what may
 * be nothing is nothing when it was left empty. A name that ends in [] stands for a list, however many were
 * ticked. `given` is known besides the form: from the address, say.
 */
export function readForm<T>(
	data: FormData,
	schema: ZodType<T>,
	given: Readonly<Record<string, unknown>> = {},
): FormRead<T> {
	const fields = { ...typedFields(data, schema), ...given };
	const read = schema.safeParse(fields);
	return read.success
		? { ok: true, fields: read.data }
		: { ok: false, problem: sentenceFor(read.error.issues[0]!.message) };
}

/** What is wrong, by the name of its sentence or in its own words; Zod's own are nobody's. */
function sentenceFor(said: string): string {
	const sentence = said in m ? m[said as Sentence] : null;
	return sentence ? sentence() : said;
}

function typedFields(data: FormData, schema: ZodType): Record<string, unknown> {
	const shape: Readonly<Record<string, unknown>> =
		schema instanceof z.ZodObject ? schema.shape : {};
	const names = [...new Set([...data.keys()].map((name) => name.replace(/\[\]$/, '')))];
	const read = [...new Set([...names, ...Object.keys(shape)])].map((name) => {
		const values = [...data.getAll(name), ...data.getAll(`${name}[]`)].map(String);
		return [name, typedValue(values, shape[name])] as const;
	});
	return Object.fromEntries(read.filter(([, value]) => value !== undefined));
}

function typedValue([first, ...others]: string[], schema: unknown): unknown {
	if (schema instanceof z.ZodNullable) return first ? typedValue([first], schema.unwrap()) : null;
	if (schema instanceof z.ZodOptional)
		return first ? typedValue([first, ...others], schema.unwrap()) : undefined;
	if (schema instanceof z.ZodBoolean) return first === 'on' || first === 'yes';
	if (schema instanceof z.ZodArray) return first === undefined ? [] : [first, ...others];
	if (schema instanceof z.ZodNumber) return first?.trim() ? Number(first) : undefined;
	return first;
}
