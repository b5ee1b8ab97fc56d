import { z } from 'zod';
import { listKinds, type ListField, type ListKind } from '../../core/register/list-kinds';
import { MOST_ROWS } from '../../core/register/table';

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
	// What was noticed while reading the file: such a table is told to be unreadable.
	faults: z.array(z.unknown()).max(1000),
});

/** Lists as the page sends them. */
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

/**
 * For writing them: what was seen of them, whether rows with faults are left out, and, where many would be
 * marked as left, their number as somebody has typed it, and the number of rows that say a student once more.
 */
export const seenSchema = z.object({
	seen: z.string(),
	leaveOut: z.boolean(),
	leaving: z.int().optional(),
	joined: z.int().optional(),
});
