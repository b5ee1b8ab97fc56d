// bin/bench stampede [--families N] [--seconds N] [--kill server|database]: the large school's families
// all open, plan, hold and confirm their visits within a minute, against the production build as two
// server processes on one database, with 300 more pages open and listening. Then an independent checker
// looks at the whole database. With --kill one of the servers, or PostgreSQL itself, is ended with
// SIGKILL in the middle and started again.
import { execFile, execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { and, eq, isNull } from 'drizzle-orm';
import postgres from 'postgres';
import { clusterPid, discardCluster, startCluster } from '../scripts/cluster.mjs';
import { createApp } from '../src/lib/server/app';
import { adult, family, familyAdult, invitation } from '../src/lib/server/database/schema';
import { invitationLink } from '../src/lib/server/invitations/links';
import { readConfig } from '../src/lib/server/config';
import { checkDatabase } from './stampede/check-database';
import { bookAsFamily, type FamilyRun, type Servers, type Timings } from './stampede/family-client';
import { bareBookings } from './stampede/bare-bookings';

/** These two find the project by where they lie, so they are not bundled into this file. */
const scripts = (name: string) => import(pathToFileURL(resolve('scripts', name)).href);
const { ensureBuild, freePort }: typeof import('../scripts/project.mjs') =
	await scripts('project.mjs');
const { startServer }: typeof import('../scripts/server-process.mjs') =
	await scripts('server-process.mjs');

const option = (name: string, usual: string): string => {
	const at = process.argv.indexOf(`--${name}`);
	return at < 0 ? usual : (process.argv[at + 1] ?? usual);
};
const FAMILIES = Number(option('families', '1500'));
const SECONDS = Number(option('seconds', '55'));
const KILL = option('kill', 'nothing');
const PAGES = 300;
const KEY = 'a-key-for-benchmarks-of-32-characters';
const NOW = '2026-11-24T15:00:00Z';

await ensureBuild();
const data = mkdtempSync(join(tmpdir(), 'ten-chairs-stampede-'));
let cluster = await startCluster(data);
const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
await admin.unsafe('create database stampede');
await admin.end();
const url = cluster.url('stampede');
const environment = {
	...{ DATABASE_URL: url, TEN_CHAIRS_KEY: KEY, TEN_CHAIRS_NOW: NOW, LOG_LEVEL: 'warn' },
	...{ ORIGIN: 'http://127.0.0.1:1', TEN_CHAIRS_DEMO_PASSWORD: 'a password for the benchmark' },
};
say('Seeding the large school …');
await promisify(execFile)(
	process.execPath,
	['scripts/run-typescript.mjs', 'src/commands/seed-demo.ts', '--large', '--unbooked'],
	{ env: { ...process.env, ...environment }, maxBuffer: 1 << 24 },
);

const tokens = await familyTokens();
const bare = await bareBookings(
	cluster.url,
	'stampede',
	tokens.map(({ family }) => family),
);

say('Starting two servers …');
const env = {
	...{
		TEN_CHAIRS_NOW: NOW,
		LOG_LEVEL: 'warn',
		DATABASE_POOL: '20',
		TEN_CHAIRS_API_RATE: '1000000',
	},
};
const ports = [await freePort(), await freePort()];
const start = (port: number) => startServer({ url, key: KEY, port, env, output: 'inherit' });
const running = await Promise.all(ports.map(start));
const origins = ports.map((port) => `http://127.0.0.1:${port}`);
const pages = await listeners();

const timings: Timings[] = [];
const results: FamilyRun[] = [];
const before = processorTimes();
const started = performance.now();
const killing = KILL === 'nothing' ? Promise.resolve() : killInTheMiddle();
const peaks = watchMemory();
say(`${FAMILIES} families within ${SECONDS} s …`);
await Promise.all(
	tokens.slice(0, FAMILIES).map(async ({ token, most }, index) => {
		await sleep((SECONDS * 1000 * index) / FAMILIES);
		const servers: Servers = { pick: (attempt) => origins[(index + attempt) % origins.length]! };
		results.push(await bookAsFamily(servers, token, most, (timing) => timings.push(timing)));
	}),
);
await killing;
const seconds = (performance.now() - started) / 1000;
const after = processorTimes();
peaks.stop();
report();

const sql = postgres(cluster.url('stampede'), { max: 2, onnotice: () => {} });
const told = new Map(
	results.flatMap(({ family, slots }) => (slots ? [[family, slots] as const] : [])),
);
const wrong = await checkDatabase(sql, told);
console.log(wrong.length ? `WRONG:\n  ${wrong.join('\n  ')}` : 'The checker finds nothing wrong.');
await sql.end();
pages.stop();
for (const server of running) await server.stop().catch(() => {});
cluster.stop();
discardCluster(data);
process.exit(wrong.length ? 1 : 0);

function say(sentence: string): void {
	process.stderr.write(`${sentence}\n`);
}

/** Each family's own token, and how many of its three to six meetings it wants. */
async function familyTokens(): Promise<
	{ family: string; token: string; link: string; most: number }[]
> {
	const app = createApp(readConfig(environment));
	const rows = await app.db
		.selectDistinctOn([family.id], { family: family.id, invitation })
		.from(family)
		.innerJoin(familyAdult, eq(familyAdult.familyId, family.id))
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.innerJoin(invitation, eq(invitation.adultId, adult.id))
		.where(isNull(family.leftAt))
		.orderBy(family.id);
	await app.close();
	const seen = new Set<string>();
	return rows
		.filter(({ invitation }) => !seen.has(invitation.id) && seen.add(invitation.id))
		.map(({ family, invitation }, index) => {
			const link = invitationLink('', KEY, invitation);
			return { family, link, token: link.split('/').at(-1)!, most: 3 + (index % 4) };
		});
}

/** Pages that only listen, each with its own stream. */
async function listeners(): Promise<{ stop(): void; heard(): number }> {
	const stopped = new AbortController();
	let heard = 0;
	const [conference] = await (async () => {
		const one = postgres(url, { max: 1 });
		const rows = await one`select id from conference`;
		await one.end();
		return rows;
	})();
	const listen = async (index: number) => {
		const origin = origins[index % origins.length]!;
		const entered = await fetch(`${origin}${tokens[index % tokens.length]!.link}`, {
			redirect: 'manual',
		});
		const cookie = entered.headers.getSetCookie()[0]?.split(';')[0] ?? '';
		while (!stopped.signal.aborted) {
			try {
				const stream = await fetch(`${origin}/live/${conference!.id}`, {
					headers: { cookie },
					signal: stopped.signal,
				});
				for await (const chunk of stream.body!) {
					void chunk;
					heard++;
				}
			} catch {
				if (!stopped.signal.aborted) await sleep(1000);
			}
		}
	};
	for (let index = 0; index < PAGES; index++) {
		void listen(index);
		if (index % 20 === 19) await sleep(100);
	}
	return { stop: () => stopped.abort(), heard: () => heard };
}

/** Processor seconds of the servers and of PostgreSQL so far, from /proc. */
function processorTimes(): { servers: number; database: number } {
	const ticks = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }));
	const secondsOf = (pid: number): number => {
		try {
			const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
			return [11, 12, 13, 14].reduce((sum, field) => sum + Number(fields[field]), 0) / ticks;
		} catch {
			return 0;
		}
	};
	const children = (pid: number): number[] => {
		try {
			return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
				.split(' ')
				.filter(Boolean)
				.map(Number);
		} catch {
			return [];
		}
	};
	const database = clusterPid(data);
	return {
		servers: running.reduce((sum, { pid }) => sum + secondsOf(pid!), 0),
		database: database
			? [database, ...children(database)].reduce((sum, pid) => sum + secondsOf(pid), 0)
			: 0,
	};
}

function watchMemory(): { stop(): void; peak(): number } {
	let peak = 0;
	const timer = setInterval(() => {
		for (const { pid } of running)
			try {
				const [, pages] = readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ');
				peak = Math.max(peak, (Number(pages) * 4096) / 2 ** 20);
			} catch {
				// It was killed.
			}
	}, 500);
	return { stop: () => clearInterval(timer), peak: () => peak };
}

async function killInTheMiddle(): Promise<void> {
	await sleep((SECONDS * 1000) / 2);
	if (KILL === 'server') {
		say('SIGKILL for a server …');
		process.kill(running[0]!.pid!, 'SIGKILL');
		await sleep(2000);
		running[0] = await start(ports[0]!);
	} else {
		say('SIGKILL for PostgreSQL …');
		process.kill(clusterPid(data)!, 'SIGKILL');
		for (let tries = 0; ; tries++) {
			await sleep(1000);
			try {
				cluster = await startCluster(data);
				break;
			} catch (error) {
				// Its children let go of the shared memory one by one.
				if (tries === 30) throw error;
			}
		}
	}
	say('… and it runs again.');
}

function report(): void {
	const booked = results.filter(({ slots }) => slots);
	const at = (sorted: readonly number[], share: number) =>
		(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0).toFixed(0);
	console.log(
		`${booked.length} of ${results.length} families booked ${booked.reduce((sum, { appointments }) => sum + appointments, 0)} appointments in ${seconds.toFixed(1)} s: ${(booked.length / seconds).toFixed(1)} visits a second`,
	);
	console.log(
		`${results.reduce((sum, { conflicts }) => sum + conflicts, 0)} times somebody else was faster`,
	);
	console.log('answer       50 %      95 %      99 %   (ms)');
	for (const what of ['open', 'plan', 'hold', 'confirm'] as const) {
		const sorted = timings
			.filter((timing) => timing.what === what)
			.map(({ milliseconds }) => milliseconds)
			.sort((a, b) => a - b);
		console.log(
			`${what.padEnd(9)} ${at(sorted, 0.5).padStart(7)}   ${at(sorted, 0.95).padStart(7)}   ${at(sorted, 0.99).padStart(7)}   (${sorted.length})`,
		);
	}
	console.log(
		`processor: servers ${(after.servers - before.servers).toFixed(1)} s, PostgreSQL ${(after.database - before.database).toFixed(1)} s; memory of a server at the most ${peaks.peak().toFixed(0)} MB; ${pages.heard()} messages to ${PAGES} pages`,
	);
	console.log(
		`bare statements of one booking: ${bare.toFixed(0)} a second with pgbench; the program makes ${((100 * booked.length) / seconds / bare).toFixed(1)} % of that while families also open, plan and hold`,
	);
}
