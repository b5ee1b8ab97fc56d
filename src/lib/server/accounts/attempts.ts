import { sql } from 'drizzle-orm';
import type { Clock } from '../foundation/clock';
import type { Database } from '../foundation/database/connect';
import { attempt } from '../foundation/database/schema';
import { keyedDigest } from '../foundation/keyed-digest';
import { rowsOf } from '../foundation/database/rows-of';

/** How often something may fail under one name, and how long the next attempt then has to wait. */
export interface AttemptLimit {
	/** What is counted: an account from one client, a client over all names, and so on. */
	readonly name: string;
	/** Failures that cost no waiting. */
	readonly free: number;
	/** The longest wait, in seconds: each failure doubles it, from one second on. */
	readonly longestWait: number;
	/** A success does not clear it: who knows one password may still guess others. */
	readonly keeps?: boolean;
}

/** Too many attempts failed: the next one may come after so many seconds. */
export interface TooOften {
	readonly wait: number;
}

export type Attempted<T> = T | 'wrong' | TooOften;

export const isTooOften = (answer: unknown): answer is TooOften =>
	typeof answer === 'object' && answer !== null && 'wait' in answer;

/** Failures are forgotten after an hour without another one. */
const FORGOTTEN_AFTER = 60 * 60_000;

/** Counts what somebody tries to prove. Names are kept as keyed digests only. */
export class Attempts {
	constructor(
		private readonly db: Database,
		private readonly key: string,
		private readonly clock: Clock,
	) {}

	/**
	 * Runs an attempt to prove something (`null`: it failed) unless one of the limits makes it wait. It is
	 * counted before it begins, so that many at once are not let through; a success clears what is counted.
	 */
	async limited<T>(
		limits: readonly AttemptLimit[],
		attempt: () => Promise<T | null>,
	): Promise<Attempted<T>> {
		const taken: AttemptLimit[] = [];
		for (const limit of limits) {
			const wait = await this.#take(limit);
			if (wait > 0) {
				// What was not tried does not count.
				for (const earlier of taken) await this.#giveBack(earlier);
				return { wait };
			}
			taken.push(limit);
		}
		const result = await attempt();
		if (result === null) return 'wrong';
		for (const limit of limits) await (limit.keeps ? this.#giveBack(limit) : this.#clear(limit));
		return result;
	}

	/** Counts a failure ahead; answers the seconds to wait when the last one is too near. */
	async #take({ name, free, longestWait }: AttemptLimit): Promise<number> {
		const now = this.clock.now();
		const digest = this.#digest(name);
		const before = sql`(case when mine.expire < ${now} then 0 else mine.points end)`;
		const [row] = await rowsOf(
			this.db,
			sql<{ wait: number }>`
			with counted as (
				insert into ${attempt} as mine (key, points, expire, free_at)
				values (${digest}, 1, ${now + FORGOTTEN_AFTER}, ${now})
				on conflict (key) do update set
					points = ${before} + 1,
					expire = ${now + FORGOTTEN_AFTER},
					free_at = (case when ${before} < ${free}::int then ${now}::float8 else ${now}::float8
						+ 1000 * least(power(2, least(${before} - ${free}::int, 30)), ${longestWait}::float8)
						end)::bigint
				where mine.free_at <= ${now}
				returning 0 as wait
			)
			select wait::float8 from counted
			union all
			select greatest(1, ceil((free_at - ${now}) / 1000.0))::float8 from ${attempt}
				where key = ${digest} and not exists (select from counted)`,
		);
		return row?.wait ?? 0;
	}

	async #giveBack({ name }: AttemptLimit): Promise<void> {
		await this.db.execute(sql`
			update ${attempt} set points = greatest(points - 1, 0), free_at = 0
			where key = ${this.#digest(name)}`);
	}

	async #clear({ name }: AttemptLimit): Promise<void> {
		await this.db.execute(sql`delete from ${attempt} where key = ${this.#digest(name)}`);
	}

	#digest(name: string): string {
		return keyedDigest(this.key, 'attempts', name);
	}
}
