import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { listKinds, type ListField, type ListKind } from '../../core/lists/list-kinds';
import { MOST_ROWS } from '../../core/lists/table';
import { m } from '$lib/paraglide/messages';
import type { ListsToRead } from '../register/read-lists';

const kinds = Object.keys(listKinds) as [ListKind, ...ListKind[]];
const fields = [...new Set(kinds.flatMap((kind) => listKinds[kind].fields))] as [
	ListField,
	...ListField[],
];

const cell = z.string().max(2000);
const tableSchema = z.object({
	name: z.string().max(300),
	header: z.array(cell).max(200),
	rows: z.array(z.object({ row: z.number().int(), cells: z.array(cell).max(200) })).max(MOST_ROWS),
	// What was noticed while reading stops the page from asking; the server reads no such table either.
	faults: z.array(z.unknown()).max(0),
});

export const listsSchema = z.object({
	tables: z
		.array(
			z.object({
				table: tableSchema,
				kind: z.enum(kinds),
				columns: z.array(z.enum(fields).nullable()).max(200),
			}),
		)
		.min(1)
		.max(40),
	complete: z.boolean(),
	answers: z.record(z.string(), z.boolean()),
});

export const applySchema = listsSchema.extend({ seen: z.string(), leaveOut: z.boolean() });

/** The lists in a request's body; a body that is none is refused. */
export async function readListsBody<Schema extends typeof listsSchema>(
	request: Request,
	schema: Schema,
): Promise<z.infer<Schema> & ListsToRead> {
	const read = schema.safeParse(await request.json().catch(() => null));
	if (!read.success) error(400, m.lists_failed());
	return read.data as z.infer<Schema> & ListsToRead;
}
