import { sql as statement } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { connect } from '$lib/server/database/connect';
import { inTransaction } from '$lib/server/database/transaction';
import { freshApp } from './database';

const POOL = 8;
/** How many statements the driver sends on a connection before it hears of the first (its own default). */
const SENT_AHEAD = 100;

it('transactions stay whole behind a crowd of statements', async () => {
	const app = await freshApp();
	await app.db.execute(statement`create table written (number int)`);
	const { db, sql, close } = connect(app.config.databaseUrl, POOL);
	const ask = () => sql.unsafe('select pg_sleep($1::float8)', [0.005], { prepare: true }).execute();
	await Promise.all(Array.from({ length: POOL }, ask));

	const crowd = Array.from({ length: POOL * SENT_AHEAD }, ask);
	const transactions = Array.from({ length: 3 * POOL }, (_, number) =>
		inTransaction(db, async (tx) => {
			await tx.execute(statement`insert into written values (${number})`);
			await tx.execute(statement`insert into written values (${-number})`);
		}),
	);
	await Promise.all([...crowd, ...transactions]);

	// Everything was committed, and nobody is in a transaction that somebody else began.
	const [row] = await app.db.execute(statement`
		select (select count(*)::int from written) as written, (select count(*)::int from pg_stat_activity
			where datname = current_database() and state like 'idle in transaction%') as left_open`);
	expect(row).toEqual({ written: 6 * POOL, left_open: 0 });
	await close();
});
