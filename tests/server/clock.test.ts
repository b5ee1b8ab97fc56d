import { describe, expect, it } from 'vitest';
import { createApp } from '$lib/server/app';
import { RunningClock, type Machine } from '$lib/server/foundation/clock';
import { bookVisit } from '$lib/server/visits/change-visit';
import { holdVisit } from '$lib/server/visits/hold-visit';
import { sweepHolds } from '$lib/server/visits/tend-visits';
import { hold } from '$lib/server/foundation/database/schema';
import { freshApp, NOW } from './database';
import { smallSchool } from './small-school';

const HOUR = 3_600_000;

/** A machine whose date is off, and whose clock somebody turns. */
class TurnedMachine implements Machine {
	#passed = 0;
	constructor(private at: number) {}
	date = () => this.at + this.#passed;
	passed = () => this.#passed;
	wait(milliseconds: number) {
		this.#passed += milliseconds;
	}
	turn(milliseconds: number) {
		this.at += milliseconds;
	}
}

describe('the clock of a process', () => {
	it('is set by the database, whatever the machine says, and goes by the time that passed', async () => {
		const machine = new TurnedMachine(10 * HOUR);
		const clock = new RunningClock(undefined, machine);
		expect(clock.now()).toBe(10 * HOUR);
		await clock.setBy(async () => {
			machine.wait(40);
			return 9 * HOUR;
		});
		// The answer was given half the way through the 40 ms.
		expect(clock.now()).toBe(9 * HOUR + 20);
		machine.turn(-5 * HOUR);
		machine.wait(1000);
		expect(clock.now()).toBe(9 * HOUR + 1020);
		await clock.setBy(async () => {
			machine.wait(2000);
			return 0;
		});
		expect(clock.now(), 'a slow answer is not believed').toBe(9 * HOUR + 3020);
	});

	it('that starts on another day keeps its distance from the database', async () => {
		const machine = new TurnedMachine(0);
		const clock = new RunningClock(100 * HOUR, machine);
		await clock.setBy(async () => 3 * HOUR);
		expect(clock.now()).toBe(100 * HOUR);
		machine.wait(HOUR);
		await clock.setBy(async () => 4 * HOUR + 7);
		expect(clock.now()).toBe(101 * HOUR + 7);
	});
});

it('two processes whose machines are an hour apart take no hold from anybody', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 1 });
	const [first, second] = school.families;
	// The database lives on the day on which the small school has its conference.
	const sinceNow = Date.now() - NOW;
	const processes = [-HOUR, HOUR].map((off) => {
		const machine = new TurnedMachine(Date.now() + off);
		const clock = new RunningClock(undefined, machine);
		return { ...createApp({ ...app.config, startAt: undefined }), clock };
	});
	const [early, late] = processes as [(typeof processes)[0], (typeof processes)[0]];
	for (const { clock, db } of processes)
		await (clock as RunningClock).setBy(async () => {
			const [row] = await db.execute<{ now: number }>(
				`select (extract(epoch from clock_timestamp()) * 1000)::float8 as now`,
			);
			return row!.now - sinceNow;
		});
	const wanted = await school.request(0, [[0, 0]]);
	expect(await holdVisit(early, first!.actor, wanted)).toMatchObject({ ok: true });
	expect(await sweepHolds(late)).toBe(0);
	const theirs = await school.request(1, [[0, 0]]);
	expect(await bookVisit(late, second!.actor, theirs)).toMatchObject({
		ok: false,
		conflicts: [{ code: 'taken' }],
	});
	expect(await app.db.select().from(hold)).toHaveLength(1);
	expect(await bookVisit(late, first!.actor, { ...wanted, key: 'later' })).toMatchObject({
		ok: true,
	});
	await Promise.all(processes.map((process) => process.close()));
});
