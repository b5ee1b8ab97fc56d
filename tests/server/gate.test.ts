import { describe, expect, it, vi } from 'vitest';
import { sql } from 'drizzle-orm';
import { BusyError, inTransaction } from '$lib/server/foundation/database/transaction';
import { failureOf } from '$lib/server/foundation/failures/failure-of';
import { Gate, GATE, type Passing } from '$lib/server/foundation/gate';
import { bookVisit } from '$lib/server/visits/change-visit';
import { freshApp } from './database';
import { smallSchool } from './small-school';

const passing = (family: string, more: Partial<Passing> = {}): Passing => ({
	step: 'look',
	conference: 'c',
	family,
	...more,
});
/** Work that ends when it is told to. */
function kept() {
	let end = () => {};
	const work = new Promise<void>((resolve) => (end = resolve));
	return { work: () => work, end };
}

describe('the gate', () => {
	it('cannot be filled by one conference or family, and lets those in who finish before those who look', async () => {
		const gate = new Gate({ ...GATE, atOnce: 4, ofConference: 3, ofFamily: 2 });
		const begun: string[] = [];
		const held = kept();
		const enter = (name: string, who: Passing) =>
			gate.pass(who, async () => {
				begun.push(name);
				await held.work();
			});
		const all = [
			enter('a1', passing('a')),
			enter('a2', passing('a')),
			enter('a3', passing('a')),
			enter('b1', passing('b')),
			enter('c looks', passing('c')),
			enter('d finishes', passing('d', { step: 'finish' })),
			enter('another conference', passing('e', { conference: 'other' })),
		];
		await vi.waitFor(() => expect(begun).toHaveLength(4));
		expect(begun).toEqual(['a1', 'a2', 'b1', 'another conference']);
		held.end();
		await Promise.all(all);
		expect(begun.indexOf('d finishes')).toBeLessThan(begun.indexOf('c looks'));
	});

	it('gives the place of who is kept waiting to others, and tells who waits too long', async () => {
		const limits = { ...GATE, atOnce: 2, mostOverdue: 2, longestPlace: 20, longestWait: 200 };
		const gate = new Gate(limits);
		const held = kept();
		const blocked = ['a', 'b'].map((family) => gate.pass(passing(family), held.work));
		expect(await gate.pass(passing('c'), async () => 'in')).toBe('in');
		const more = ['d', 'e'].map((family) => gate.pass(passing(family), held.work));
		await expect(gate.pass(passing('f'), async () => 'in')).rejects.toThrow(BusyError);
		held.end();
		await Promise.all([...blocked, ...more]);
		expect(await gate.pass(passing('f'), async () => 'in')).toBe('in');
	});
});

describe('what waits for a lock', () => {
	it('ends as busy; an unrelated family is not held up meanwhile', async () => {
		const app = await freshApp({ pool: 20 });
		const school = await smallSchool(app, { families: 13, desks: 2 });
		const held = kept();
		const locked = app.db.transaction(async (tx) => {
			const ids = school.families.slice(0, 12).map(({ adult }) => adult);
			await tx.execute(sql`select from adult where id in ${ids} for update`);
			await held.work();
		});
		await vi.waitFor(async () => {
			const [row] = await app.db.execute<{ held: number }>(
				sql`select count(*)::int as held from pg_locks where mode = 'RowShareLock' and relation = 'adult'::regclass`,
			);
			expect(row!.held).toBeGreaterThan(0);
		});
		const through = async (family: number) => {
			const { id, actor } = school.families[family]!;
			const request = await school.request(family, [[0, family % 10]]);
			const who = { step: 'finish', conference: school.conference, family: id } as const;
			return app.gate.pass(who, () => bookVisit(app, actor, request));
		};
		let ended = 0;
		const blocked = school.families.slice(0, 12).map((_, index) =>
			through(index).then(
				() => 'booked',
				(error: unknown) => {
					ended++;
					return failureOf(error)?.kind;
				},
			),
		);
		expect(await through(12)).toMatchObject({ ok: true });
		expect(ended, 'the others still wait').toBe(0);
		expect(await Promise.all(blocked)).toEqual(Array(12).fill('busy'));
		held.end();
		await locked;
	});

	it('and what runs too long as well, unless it is said to be long', async () => {
		const app = await freshApp();
		const sleepLong = (isLong: boolean) =>
			inTransaction(
				app.db,
				async (tx) => {
					if (!isLong) await tx.execute(sql`set local statement_timeout = '50ms'`);
					await tx.execute(sql`select pg_sleep(0.2)`);
				},
				{ isLong },
			);
		await expect(sleepLong(false)).rejects.toThrow(BusyError);
		await expect(sleepLong(true)).resolves.toBeUndefined();
		const [row] = await app.db.execute<{ statement: string; lock: string; idle: string }>(sql`
			select current_setting('statement_timeout') as statement, current_setting('lock_timeout') as lock,
				current_setting('idle_in_transaction_session_timeout') as idle`);
		expect(row).toEqual({ statement: '30s', lock: '5s', idle: '30s' });
	});
});
