import { sql } from 'drizzle-orm';
import type { Reader } from './database/connect';
import { rowsOf } from './database/rows-of';

/** The program's only source of the time, in milliseconds since 1970. */
export interface Clock {
	now(): number;
}

/** What a process knows of the time by itself: the date, and how much of it has passed. */
export interface Machine {
	date(): number;
	/** Milliseconds that only ever go forwards, whatever is done to the date. */
	passed(): number;
}

const ownMachine: Machine = { date: () => Date.now(), passed: () => performance.now() };

/**
 * A running clock that is set by the database's, which all processes share: machines whose clocks differ
 * by an hour would take each other's holds. With `startAt` it shows that moment when the process begins
 * and runs on from there, so that a demo or a test can live on another day. Between two settings it goes
 * by the time that passed, so that nobody who turns the machine's clock turns it as well.
 */
export class RunningClock implements Clock {
	/** What the clock shows when `passed()` is 0. */
	#base: number;
	/** How far the clock is from the database's; `null` before that was read. */
	#shift: number | null = null;

	constructor(
		private readonly startAt?: number,
		private readonly machine: Machine = ownMachine,
	) {
		this.#base = (startAt ?? machine.date()) - machine.passed();
	}

	now(): number {
		return Math.round(this.#base + this.machine.passed());
	}

	/** Sets the clock by a reading of the database's; the answer is taken to be half the way old. */
	async setBy(readDatabase: () => Promise<number>): Promise<void> {
		const asked = this.machine.passed();
		const shown = await readDatabase();
		const answered = this.machine.passed();
		// A slow answer says little: the next one will be better.
		if (answered - asked > LONGEST_READING && this.#shift !== null) return;
		const base = shown - (asked + answered) / 2;
		this.#shift ??= this.startAt === undefined ? 0 : this.#base - base;
		this.#base = base + this.#shift;
	}
}

const LONGEST_READING = 500;
const MINUTE = 60_000;

/** What the database's clock shows now. */
export async function readDatabaseClock(db: Reader): Promise<number> {
	const [row] = await rowsOf(
		db,
		sql<{ now: number }>`select (extract(epoch from clock_timestamp()) * 1000)::float8 as now`,
	);
	return row!.now;
}

/** Keeps a clock by the database's: now, and every minute. Returns how to stop. */
export async function keepByDatabase(clock: RunningClock, db: Reader): Promise<() => void> {
	const set = () => clock.setBy(() => readDatabaseClock(db));
	await set();
	// Without an answer the clock runs on as it was set.
	const timer = setInterval(() => void set().catch(() => {}), MINUTE).unref();
	return () => clearInterval(timer);
}
