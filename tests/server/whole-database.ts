import { sql } from 'drizzle-orm';
import type { App } from '$lib/server/app';

/** What a database holds, table by table as a digest of all rows, and each sequence as it stands. */
export async function wholeDatabase({ db }: Pick<App, 'db'>): Promise<Record<string, string>> {
	const tables = await db.execute<{ name: string }>(sql`
		select format('%I.%I', schemaname, relname) as name from pg_stat_user_tables order by 1`);
	const whole: Record<string, string> = {};
	for (const { name } of tables) {
		const [row] = await db.execute<{ digest: string }>(sql`
			select md5(coalesce(string_agg(row::text, '|' order by row::text), '')) as digest
			from ${sql.raw(name)} as row`);
		whole[name] = row!.digest;
	}
	const sequences = await db.execute<{ name: string; last: string }>(sql`
		select format('%I.%I', schemaname, sequencename) as name, coalesce(last_value, 0)::text as last
		from pg_sequences order by 1`);
	for (const { name, last } of sequences) whole[name] = last;
	return whole;
}
