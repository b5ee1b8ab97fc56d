// bin/bench stampede [--families N] [--seconds N] [--kill server|database]: the large school's families
// all open, plan, hold and confirm their visits within a minute, against the production build as two
// server processes on one database, with 300 more pages open and listening. Then an independent checker
// looks at the whole database. With --kill one of the servers, or PostgreSQL itself, is ended with
// SIGKILL in the middle and started again.
import { readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import postgres from 'postgres';
import { bareBookings } from './stampede/bare-bookings';
import { checkDatabase } from './stampede/check-database';
import { bookAsFamily, type FamilyRun, type Servers, type Timings } from './stampede/family-client';
import { freePort } from '../scripts/ports.mjs';
import { openLargeHouse, say } from './stampede/large-house';
import { processorSeconds } from './stampede/processor-seconds';

const option = (name: string, usual: string): string => {
	const at = process.argv.indexOf(`--${name}`);
	return at < 0 ? usual : (process.argv[at + 1] ?? usual);
};
const FAMILIES = Number(option('families', '1500'));
const SECONDS = Number(option('seconds', '55'));
const KILL = option('kill', 'nothing');
const PAGES = 300;

const house = await openLargeHouse('stampede');
const { url, tokens } = house;
const bare = await bareBookings(
	house.urlOf,
	'stampede',
	tokens.map(({ family }) => family),
);

say('Starting two servers …');
const ports = [await freePort(), await freePort()];
const running = await Promise.all(ports.map(house.startServer));
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

const sql = postgres(url, { max: 2, onnotice: () => {} });
const told = new Map(
	results.flatMap(({ family, slots }) => (slots ? [[family, slots] as const] : [])),
);
const wrong = await checkDatabase(sql, told);
console.log(wrong.length ? `WRONG:\n  ${wrong.join('\n  ')}` : 'The checker finds nothing wrong.');
await sql.end();
pages.stop();
for (const server of running) await server.stop().catch(() => {});
house.close();
process.exit(wrong.length ? 1 : 0);

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
		const { link, family } = tokens[index % tokens.length]!;
		const entered = await fetch(`${origin}${link}`, {
			redirect: 'manual',
		});
		const cookie = entered.headers.getSetCookie()[0]?.split(';')[0] ?? '';
		while (!stopped.signal.aborted) {
			try {
				const stream = await fetch(`${origin}/live/${conference!.id}?family=${family}`, {
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

function processorTimes(): { servers: number; database: number } {
	return {
		servers: running.reduce((sum, { pid }) => sum + processorSeconds(pid!), 0),
		database: processorSeconds(house.databasePid() ?? 0, { withChildren: true }),
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
		running[0] = await house.startServer(ports[0]!);
	} else {
		say('SIGKILL for PostgreSQL …');
		process.kill(house.databasePid()!, 'SIGKILL');
		for (let tries = 0; ; tries++) {
			await sleep(1000);
			try {
				await house.startDatabase();
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
