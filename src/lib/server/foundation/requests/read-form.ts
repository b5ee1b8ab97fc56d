import { z } from 'zod';
import { groupBy } from '../../../core/group-by';
import type { FormProblem } from '../../../operations/form-problem';
import type { Sentence } from '../../../operations/sentence';
import { m } from '$lib/paraglide/messages';

/** Fields of a form as a schema has them, or what is wrong with them. */
export type FormRead<T> =
	| { readonly ok: true; readonly fields: T; readonly typed: FormProblem['typed'] }
	| ({ readonly ok: false } & FormProblem);

/**
 * Reads a form by the schema of what it is for: ticked boxes become booleans, numbers numbers, and what may
 * be nothing is nothing when it was left empty. A name that ends in [] stands for a list, however many were
 * ticked. `given` is known besides the form: from the address, say.
 */
export function readForm<T>(
	data: FormData,
	schema: z.core.$ZodType<T>,
	given: Readonly<Record<string, unknown>> = {},
): FormRead<T> {
	const fields = { ...typedFields(data, schema), ...given };
	const typed = typedAgain(data);
	const read = z.safeParse(schema, fields);
	if (read.success) return { ok: true, fields: read.data, typed };
	const { issues } = read.error;
	const faults = groupBy(issues, ({ path }) => String(path[0] ?? ''));
	return {
		ok: false,
		problem: sentenceFor(issues[0]!.message),
		faults: Object.fromEntries(
			[...faults].map(([field, its]) => [field, its.map(({ message }) => sentenceFor(message))]),
		),
		typed,
	};
}

/** What may be shown in the fields once more. */
const typedAgain = (data: FormData): FormProblem['typed'] =>
	Object.fromEntries(
		[...data].flatMap(([name, value]) =>
			typeof value === 'string' && !/password/i.test(name) ? [[name, value]] : [],
		),
	);

/** What is wrong, by the name of its sentence or in its own words; Zod's own are nobody's. */
function sentenceFor(said: string): string {
	const sentence = said in m ? m[said as Sentence] : null;
	return sentence ? sentence() : said;
}

function typedFields(data: FormData, schema: z.core.$ZodType): Record<string, unknown> {
	const shape = schema instanceof z.core.$ZodObject ? schema._zod.def.shape : {};
	const names = [...new Set([...data.keys()].map((name) => name.replace(/\[\]$/, '')))];
	const read = [...new Set([...names, ...Object.keys(shape)])].map((name) => {
		const values = [...data.getAll(name), ...data.getAll(`${name}[]`)].map(String);
		return [name, typedValue(values, shape[name])] as const;
	});
	return Object.fromEntries(read.filter(([, value]) => value !== undefined));
}

function typedValue([first, ...others]: string[], schema: unknown): unknown {
	if (schema instanceof z.core.$ZodNullable)
		return first ? typedValue([first], schema._zod.def.innerType) : null;
	if (schema instanceof z.core.$ZodOptional)
		return first ? typedValue([first, ...others], schema._zod.def.innerType) : undefined;
	if (schema instanceof z.core.$ZodBoolean) return first === 'on' || first === 'yes';
	if (schema instanceof z.core.$ZodArray) return first === undefined ? [] : [first, ...others];
	if (schema instanceof z.core.$ZodNumber) return first?.trim() ? Number(first) : undefined;
	return first;
}
