// bin/bench apart [ROUNDS]: how long the same requests take for a family that is kept apart from another one,
// and for one that finds the same slots taken by third families. Medians in milliseconds, and their ratio.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import postgres from 'postgres';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';
import type { Actor } from '../src/lib/core/permissions/may';
import { createApp, type App } from '../src/lib/server/app';
import { bookVisit } from '../src/lib/server/visits/change-visit';
import { migrateDatabase } from '../src/lib/server/foundation/database/migrate';
import { renewStatistics } from '../src/lib/server/foundation/database/statistics';
import { readSeats } from '../src/lib/server/live/read-seats';
import { wholeMessage } from '../src/lib/server/live/seat-message';
import { keepApart } from '../src/lib/server/safety/change-safety';
import { familyView } from '../src/lib/server/visits/family-view';
import { smallSchool, type SmallSchool } from '../tests/server/small-school';

const ROUNDS = Number(process.argv[3] ?? 300);
const HOURS = [{ date: '2026-12-03' as const, start: 960, end: 1080 }];
type AdultActor = Extract<Actor, { kind: 'adult' }>;

const data = mkdtempSync(join(tmpdir(), 'ten-chairs-apart-'));
const cluster = await startCluster(data, { throwaway: true });

interface World {
	readonly app: App;
	readonly school: SmallSchool;
}

async function makeWorld(name: string): Promise<World> {
	const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
	await admin.unsafe(`create database ${name}`);
	await admin.end();
	const databaseUrl = cluster.url(name);
	await migrateDatabase(databaseUrl, resolve('migrations'));
	const app = createApp({
		databaseUrl,
		key: 'a-key-for-benchmarks-of-32-characters',
		origin: 'http://127.0.0.1:1',
		startAt: Date.parse('2026-11-24T15:00:00Z'),
		logLevel: 'silent',
		pool: 8,
		smtpUrl: undefined,
		mailFrom: '',
		videoService: null,
		privateCalendars: false,
		apiRate: 240,
		streams: 1000,
	});
	return { app, school: await smallSchool(app, { families: 40, desks: 3, hours: HOURS }) };
}

const book = async ({ app, school }: World, family: number, pick: readonly [number, number]) =>
	bookVisit(app, school.families[family]!.actor, await school.request(family, [pick]));

const apart = await makeWorld('apart');
const thirds = await makeWorld('thirds');
const knows = { ...(apart.school.organiser as { account: string }), knowsSafety: true };
await keepApart(
	apart.app,
	{ ...knows, kind: 'organiser' },
	{ family: apart.school.families[0]!.id, other: apart.school.families[1]!.id, margin: 30 },
);
for (const world of [apart, thirds]) await book(world, 0, [0, 4]);
const { closed, states } = await readSeats(
	apart.app.db,
	apart.school.conference,
	apart.app.clock.now(),
	null,
);
const hidden = closed.get(apart.school.families[1]!.id)!;
let third = 2;
for (const desk of [0, 1, 2])
	for (const [index, slot] of (await apart.school.slots(desk)).entries())
		if (hidden.has(slot) && states.get(slot) === 'free') await book(thirds, third++, [desk, index]);
for (const { app } of [apart, thirds]) await renewStatistics(app.db);

/** What the second family asks for, again and again. */
const asked: Record<string, (world: World) => Promise<unknown>> = {
	'opens its page': ({ app, school }) =>
		familyView(app, school.families[1]!.actor, school.conference, school.families[1]!.id),
	'opens a stream': async ({ app, school }) => {
		const { id, actor } = school.families[1]!;
		const reading = await readSeats(app.db, school.conference, app.clock.now(), null);
		return wholeMessage(reading, { kind: 'adult', actor: actor as AdultActor, family: id });
	},
	'books what is not free': (world) => book(world, 1, [1, 4]),
};
for (const [what, ask] of Object.entries(asked)) {
	const times = new Map<World, number[]>([
		[apart, []],
		[thirds, []],
	]);
	for (let round = 0; round < ROUNDS; round++)
		// In turn, and first now the one and now the other: what the machine does meanwhile meets both.
		for (const world of round % 2 ? [apart, thirds] : [thirds, apart]) {
			const started = performance.now();
			await ask(world);
			times.get(world)!.push(performance.now() - started);
		}
	const median = (world: World) =>
		times
			.get(world)!
			.slice(ROUNDS / 5)
			.sort((a, b) => a - b)[Math.floor((ROUNDS * 4) / 10)]!;
	const [one, other] = [median(apart), median(thirds)];
	console.log(
		`${what.padEnd(24)} kept apart ${one.toFixed(2)}  others took it ${other.toFixed(2)}  ratio ${(one / other).toFixed(2)}`,
	);
}
await Promise.all([apart.app.close(), thirds.app.close()]);
cluster.stop();
discardCluster(data);
