import { getTableColumns, type Column } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { z, type ZodType } from 'zod';
import { isWebLink } from '../../../core/links/web-link';
import { id, instant, localDate } from '../schemas';
import { fileTables, type FileTable } from './tables';

/** The name and version of the format. */
export const FILE_FORMAT = 'ten-chairs-conference/1';

/** PostgreSQL keeps no NUL in a text. */
const text = z
	.string()
	.max(20_000)
	.refine((value) => !value.includes('\0'));
/** What people will be shown to click on. */
const webLink = text.refine(isWebLink, { error: 'must be a link of the web' });
const SMALLEST = -(2 ** 31);

/** A row of a file: the table's columns by the program's names, instants as texts. */
export type FileRow = Record<string, unknown>;

function valueOf(column: Column): ZodType {
	const plain = column.name === 'link' ? webLink : plainValue(column);
	// What may be missing in a row may be missing in a file that an earlier version wrote.
	return column.notNull ? plain : plain.nullish();
}

function plainValue(column: Column): ZodType {
	switch (column.getSQLType()) {
		case 'uuid':
			return id;
		case 'timestamp with time zone':
			return instant;
		case 'date':
			return localDate;
		case 'boolean':
			return z.boolean();
		case 'jsonb':
			return z.json();
		case 'text':
			return column.enumValues?.length ? z.enum(column.enumValues as [string]) : text;
		case 'text[]':
			return z.array(text).max(200);
		case 'smallint':
		case 'integer':
			return z
				.int()
				.min(SMALLEST)
				.max(-SMALLEST - 1);
		default:
			throw new Error(`no shape for ${column.getSQLType()}`);
	}
}

/** The columns of a table that a file holds. */
export function fileColumns(name: FileTable): Record<string, Column> {
	const entry = fileTables[name];
	const left = 'without' in entry ? new Set<string>(entry.without) : new Set<string>();
	return Object.fromEntries(
		Object.entries(getTableColumns(entry.table as PgTable)).filter(([key]) => !left.has(key)),
	);
}

/** The columns of a table that hold instants: texts in a file, milliseconds in the program. */
export const instantsIn = (name: FileTable): Set<string> =>
	new Set(
		Object.entries(fileColumns(name))
			.filter(([, column]) => column.getSQLType() === 'timestamp with time zone')
			.map(([key]) => key),
	);

const rowSchema = (name: FileTable): ZodType<FileRow> =>
	z.strictObject(
		Object.fromEntries(
			Object.entries(fileColumns(name)).map(([key, column]) => [key, valueOf(column)]),
		),
	) as unknown as ZodType<FileRow>;

const names = Object.keys(fileTables) as FileTable[];

/** A whole conference as one file. */
export const conferenceFile = z
	.strictObject({
		format: z.literal(FILE_FORMAT),
		tables: z.strictObject(
			Object.fromEntries(
				names.map((name) => [name, z.array(rowSchema(name)).max(200_000)]),
			) as unknown as Record<FileTable, ZodType<FileRow[]>>,
		),
	})
	.refine(({ tables }) => tables.conference.length === 1, {
		error: 'There must be one conference.',
		path: ['tables', 'conference'],
	});

export type ConferenceFile = z.infer<typeof conferenceFile>;
