import type { Sql } from 'postgres';

/** What a database holds, table by table as a digest of all rows, and each sequence as it stands. */
export async function wholeDatabaseOf(sql: Sql): Promise<Record<string, string>> {
	const tables = await sql<{ name: string }[]>`
		select format('%I.%I', schemaname, relname) as name from pg_stat_user_tables order by 1`;
	const whole: Record<string, string> = {};
	for (const { name } of tables) {
		const [row] = await sql.unsafe<{ digest: string }[]>(
			`select md5(coalesce(string_agg(row::text, '|' order by row::text), '')) as digest
			from ${name} as row`,
		);
		whole[name] = row!.digest;
	}
	const sequences = await sql<{ name: string; last: string }[]>`
		select format('%I.%I', schemaname, sequencename) as name, coalesce(last_value, 0)::text as last
		from pg_sequences order by 1`;
	for (const { name, last } of sequences) whole[name] = last;
	return whole;
}
