import { sql, type SQL } from 'drizzle-orm';
import type { Stretch } from '../../../core/time/stretch';

/**
 * Any number of ids as one parameter, for `= any(…)`: the statement's text stays the same however many
 * there are, so that PostgreSQL plans it once.
 */
export const uuids = (ids: Iterable<string>): SQL => sql`${sql.param([...ids])}::uuid[]`;

/** An instant in milliseconds as a parameter. */
export const instantParam = (epoch: number): SQL =>
	sql`${new Date(epoch).toISOString()}::timestamptz`;

/** Stretches of milliseconds as one parameter, for `&&`. */
export const stretchesParam = (stretches: readonly Stretch[]): SQL => {
	const ranges = stretches.map(
		({ start, end }) => `[${new Date(start).toISOString()},${new Date(end).toISOString()})`,
	);
	return sql`${`{${ranges.join(',')}}`}::tstzmultirange`;
};
