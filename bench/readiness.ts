// bin/bench readiness: how long readiness takes at the large school, and how long the server's own loop
// stands still for it; what is read from the database by itself.
import { monitorEventLoopDelay, performance } from 'node:perf_hooks';
import { createApp } from '../src/lib/server/app';
import { readConfig } from '../src/lib/server/foundation/config';
import { account, conference } from '../src/lib/server/foundation/database/schema';
import { findingsNow } from '../src/lib/server/readiness/findings-now';
import { readFacts } from '../src/lib/server/readiness/read-facts';
import { openLargeHouse } from './stampede/large-house';

const ROUNDS = 7;
const house = await openLargeHouse('readiness');
const app = createApp(
	readConfig({
		DATABASE_URL: house.url,
		ORIGIN: 'http://127.0.0.1:1',
		TEN_CHAIRS_KEY: 'a-key-for-benchmarks-of-32-characters',
		TEN_CHAIRS_NOW: '2026-11-24T15:00:00Z',
		LOG_LEVEL: 'warn',
	}),
);
const [row] = await app.db.select().from(conference);
const [office] = await app.db.select().from(account);
const organiser = { kind: 'organiser', account: office!.id, knowsSafety: true } as const;

const median = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!.toFixed(0);
const reading: number[] = [];
const whole: number[] = [];
const still = monitorEventLoopDelay({ resolution: 5 });
let found = 0;
for (let round = 0; round < ROUNDS; round++) {
	let began = performance.now();
	const facts = await readFacts(app, organiser, row!.id);
	reading.push(performance.now() - began);
	if (round === 0)
		console.log(
			`${facts.desks.length} desks, ${facts.families.length} families, ${facts.wishes.length} meetings wished for`,
		);
	began = performance.now();
	still.enable();
	found = (await findingsNow(app, organiser, row!.id)).length;
	still.disable();
	whole.push(performance.now() - began);
}
console.log(`reading ${median(reading)} ms; all of it ${median(whole)} ms, ${found} findings`);
console.log(`the server's loop stands still for ${(still.max / 1e6).toFixed(0)} ms at the most`);
await app.close();
house.close();
process.exit(0);
