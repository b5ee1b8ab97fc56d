import { sql, type SQL } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import { getLocale } from '$lib/paraglide/runtime';

/** Languages with an order of names of their own; the others, English among them, have the root order of CLDR. */
const ORDERED = new Set(
	'ar az ca cs cy da de es et fa fi fr ga he hr hu is it ja ko lt lv mi mk mt nb nl nn pl pt ro ru se sk sl sq sr sv th tr uk ur vi zh'.split(
		' ',
	),
);

/**
 * A column of names or labels in the order in which people look for them, for `order by`: by the rules of the
 * reader's language, as `Intl.Collator` has them.
 */
export function byName(column: PgColumn | SQL, language: string = getLocale()): SQL {
	const [own = ''] = language.split('-');
	const collation = ORDERED.has(own) ? `by_name_${own}` : 'by_name';
	return sql`${column} collate ${sql.identifier(collation)}`;
}
