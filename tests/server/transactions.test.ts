import { setTimeout as sleep } from 'node:timers/promises';
import { sql as statement } from 'drizzle-orm';
import postgres from 'postgres';
import { expect, it, vi } from 'vitest';
import { connect } from '$lib/server/foundation/database/connect';
import { isConnectionLost } from '$lib/server/foundation/database/errors';
import { inTransaction } from '$lib/server/foundation/database/transaction';
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

it.each(['while it is idle', 'while it asks', 'before it commits'])(
	'a transaction whose connection goes %s fails by itself, and the next one works',
	async (when) => {
		const { db } = await freshApp();
		await db.execute(statement`create table written (number int)`);
		const lost = inTransaction(db, async (tx) => {
			await tx.execute(statement`insert into written values (1)`);
			const [row] = await tx.execute<{ pid: number }>(statement`select pg_backend_pid() as pid`);
			const end = () => db.execute(statement`select pg_terminate_backend(${row!.pid}::int)`);
			if (when === 'while it asks')
				await Promise.all([tx.execute(statement`select pg_sleep(5)`), end()]);
			await end();
			const isGone = async () =>
				expect(
					await db.execute(statement`select from pg_stat_activity where pid = ${row!.pid}::int`),
				).toHaveLength(0);
			await vi.waitFor(isGone, 5000);
			if (when === 'while it is idle') await tx.execute(statement`insert into written values (2)`);
		});
		await expect(lost).rejects.toSatisfy(isConnectionLost);
		// What the driver still had to send would have ended the process by now.
		await sleep(50);
		await inTransaction(db, (tx) => tx.execute(statement`insert into written values (3)`));
		expect([...(await db.execute(statement`select number from written`))]).toEqual([{ number: 3 }]);
	},
);

it('works on when all of its connections are lost in the middle of everything', async () => {
	const { db, config } = await freshApp();
	const other = postgres(config.databaseUrl, { max: 1 });
	const everything = () => [
		...Array.from({ length: 40 }, () => db.execute(statement`select pg_sleep(${0.005}::float8)`)),
		...Array.from({ length: 40 }, () =>
			inTransaction(db, async (tx) => {
				for (let step = 0; step < 5; step++) await tx.execute(statement`select ${step}::int`);
			}),
		),
	];
	await Promise.all(everything());
	for (let round = 0; round < 5; round++) {
		const under = Promise.allSettled(everything());
		await sleep(5 * round);
		await other`select pg_terminate_backend(pid) from pg_stat_activity
			where datname = current_database() and pid <> pg_backend_pid()`;
		const ends = await under;
		for (const end of ends)
			if (end.status === 'rejected') expect(end.reason).toSatisfy(isConnectionLost);
		await Promise.all(everything());
	}
	await other.end();
});
