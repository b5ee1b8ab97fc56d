// bin/bench dragging [--desks N]: script and layout of each frame while a bar is dragged on the ruler,
// from Chromium's own trace. Wants a build (bin/test or bin/demo makes one).
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { chromium } from '@playwright/test';
import postgres from 'postgres';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';
import { freePort } from '../scripts/ports.mjs';
import { newDesk } from '../src/lib/core/desks/new-desk';
import type { Actor } from '../src/lib/core/permissions/may';
import { setUpSchool } from '../src/lib/server/accounts/set-up';
import { createApp } from '../src/lib/server/app';
import { createConference } from '../src/lib/server/conferences/change-conference';
import { migrateDatabase } from '../src/lib/server/foundation/database/migrate';
import { account } from '../src/lib/server/foundation/database/schema';
import { savePlans } from '../src/lib/server/desks/save-plans';
import { newId } from '../src/lib/server/foundation/identifiers';
import { workOfFrames, type TraceEvent } from './work-of-frames';

/** These two find the project by where they lie, so they are not bundled into this file. */
const scripts = (name: string) => import(pathToFileURL(resolve('scripts', name)).href);
const { chromiumPath, ensureBuild }: typeof import('../scripts/project.mjs') =
	await scripts('project.mjs');
const { startServer }: typeof import('../scripts/server-process.mjs') =
	await scripts('server-process.mjs');
await ensureBuild();

const desks = Number(process.argv.find((argument) => /^\d+$/.test(argument)) ?? 40);
const KEY = 'a-key-for-benchmarks-of-32-characters';
const PASSWORD = 'a long password';

const data = mkdtempSync(join(tmpdir(), 'ten-chairs-bench-'));
const cluster = await startCluster(data);
try {
	const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
	await admin.unsafe('create database bench');
	await admin.end();
	const databaseUrl = cluster.url('bench');
	await migrateDatabase(databaseUrl, resolve('migrations'));
	const app = createApp({
		databaseUrl,
		key: KEY,
		origin: 'http://127.0.0.1:1',
		startAt: undefined,
		pool: 5,
		logLevel: 'silent',
		smtpUrl: undefined,
		mailFrom: '',
		videoService: null,
		privateCalendars: false,
		apiRate: 240,
		streams: 1000,
	});
	const email = 'office@bench.example';
	await setUpSchool(app, {
		school: 'Bench',
		timeZone: 'America/Halifax',
		organiser: { name: 'Office', email, password: PASSWORD },
	});
	const [office] = await app.db.select().from(account);
	const organiser: Actor = { kind: 'organiser', account: office!.id };
	const made = await createConference(app, organiser, {
		name: 'Bench',
		timeZone: 'America/Halifax',
		slotMinutes: 10,
		gapMinutes: 2,
		hours: (['2027-12-02', '2027-12-03', '2027-12-04'] as const).flatMap((date) => [
			{ date, start: 930, end: 1040 },
			{ date, start: 1070, end: 1170 },
		]),
	});
	if (!made.ok) throw new Error('the conference has faults');
	const next = () => newId(app.clock);
	const people = Array.from({ length: desks }, (_, index) => ({
		id: next(),
		name: `Teacher ${index}`,
	}));
	const started = performance.now();
	await savePlans(app, organiser, {
		conferenceId: made.id,
		changes: people.map(({ id, name }, index) => ({
			base: null,
			plan: newDesk(
				{
					id: next(),
					name,
					subject: 'Subject',
					people: [{ person: id, role: 'all' }],
					places: [{ kind: 'room', room: `Room ${Math.floor(index / 2)}`, building: 'House' }],
				},
				next(),
			),
		})),
		teachers: people,
	});
	console.log(
		`${desks} desks on 3 dates: saved in ${((performance.now() - started) / 1000).toFixed(1)} s`,
	);
	await app.close();

	const server = await startServer({ url: databaseUrl, key: KEY, port: await freePort() });
	const browser = await chromium.launch({
		executablePath: chromiumPath(),
		args: [
			'--no-sandbox',
			'--disable-gpu',
			'--disable-quic',
			'--no-first-run',
			'--disable-dev-shm-usage',
		],
	});
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
	await page.goto(`${server.origin}/sign-in`);
	await page.getByLabel('E-mail').fill(email);
	await page.getByLabel('Password').fill(PASSWORD);
	await page.getByRole('button', { name: 'Sign in' }).click();
	await page.waitForURL('**/office');
	await page.goto(`${server.origin}/office/bench/desks`);
	await page.locator('.bar').nth(7).waitFor();
	await page.waitForTimeout(1000);

	const client = await page.context().newCDPSession(page);
	const events: TraceEvent[] = [];
	client.on('Tracing.dataCollected', ({ value }) =>
		events.push(...(value as unknown as TraceEvent[])),
	);
	const box = (await page.locator('.bar').nth(7).boundingBox())!;
	const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
	await page.mouse.move(x, y);
	await page.mouse.down();
	await page.mouse.move(x + 5, y);
	await page.waitForTimeout(300);
	await client.send('Tracing.start', {
		transferMode: 'ReportEvents',
		traceConfig: { includedCategories: ['devtools.timeline', 'blink', 'v8'] },
	});
	for (let step = 0; step < 240; step++) {
		await page.mouse.move(x + 60 * Math.sin(step / 12), y);
		await page.waitForTimeout(8);
	}
	const complete = new Promise<void>((done) =>
		client.once('Tracing.tracingComplete', () => done()),
	);
	await client.send('Tracing.end');
	await complete;
	const dropped = performance.now();
	await page.mouse.up();
	await page.locator('[data-saving=saved]').waitFor();
	console.log(
		`let go and saved in ${(performance.now() - dropped).toFixed(0)} ms (350 of them waiting for more)`,
	);

	const work = workOfFrames(events).sort((a, b) => a - b);
	const at = (part: number) => work[Math.min(work.length - 1, Math.floor(part * work.length))]!;
	console.log(
		`${work.length} frames while dragging: script and layout ${at(0.5).toFixed(2)} / ${at(0.95).toFixed(2)} / ${at(1).toFixed(2)} ms at 50/95/100 %, ${((100 * at(0.95)) / (1000 / 60)).toFixed(0)} % of a frame's time at 95 %`,
	);
	await browser.close();
	await server.stop();
} finally {
	cluster.stop();
	discardCluster(data);
}
