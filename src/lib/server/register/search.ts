import { sql, type SQL } from 'drizzle-orm';

/** Words of more than this many are left out: nobody types so many names. */
const MOST_WORDS = 6;

const wordsOf = (text: string): string[] =>
	text
		.split(/[^\p{Letter}\p{Mark}\p{Number}]+/u)
		.filter(Boolean)
		.slice(0, MOST_WORDS);

/**
 * Whether every typed word is in a `search` column: as the beginning of a word, or nearly (pg_trgm's
 * word similarity, over the threshold that connections set). Order, case and accents do not matter.
 * `undefined` when nothing was typed.
 */
export function everyWordIn(column: SQL, text: string): SQL | undefined {
	const words = wordsOf(text);
	if (words.length === 0) return undefined;
	return sql.join(
		words.map((word) => wordIn(column, word)),
		sql` and `,
	);
}

/** In shorter words a slip cannot be told from another word. */
const SHORTEST_SLIP = 5;

const wordIn = (column: SQL, word: string): SQL => {
	const begins = sql`${column} like '%' || search_text(${word}) || '%'`;
	return word.length < SHORTEST_SLIP
		? begins
		: sql`(${begins} or search_text(${word}) <% ${column})`;
};

/** Families of which every typed word is found in the label, a student's or an adult's name. */
export function familiesWithEveryWord(text: string): SQL | undefined {
	const words = wordsOf(text);
	if (words.length === 0) return undefined;
	const inFamily = (word: string): SQL => sql`family.id in (
		select id from family where ${wordIn(sql`family.search`, word)}
		union all
		select family_id from family_student join student on student.id = student_id
			where student.left_at is null and ${wordIn(sql`student.search`, word)}
		union all
		select family_id from family_adult join adult on adult.id = adult_id
			where adult.left_at is null and ${wordIn(sql`adult.search`, word)})`;
	return sql.join(words.map(inFamily), sql` and `);
}
