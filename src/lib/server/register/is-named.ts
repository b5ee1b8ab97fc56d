import { sql, type SQL } from 'drizzle-orm';
import { student } from '../foundation/database/schema';

/** Students of one of some names, compared as the search of the register compares: whatever case and accents. */
export function isNamed(names: readonly string[]): SQL {
	const folded = names.map((name) => sql`search_text(${name})`);
	return sql`search_text(concat_ws(' ', ${student.givenName}, ${student.familyName}))
		in (${sql.join(folded, sql`, `)})`;
}
