import type { SQL } from 'drizzle-orm';
import type { Reader } from './connect';

/**
 * The rows of a query that is written out by hand. What a row is stands at the query itself, `sql<Row>`; this is
 * the one place where its word is taken for it.
 */
export const rowsOf = async <Row extends object>(db: Reader, query: SQL<Row>): Promise<Row[]> => [
	...((await db.execute(query)) as Iterable<unknown> as Iterable<Row>),
];
