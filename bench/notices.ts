// bin/bench notices [--count N] [--kill server|database]: thousands of notices that are due at once, sent by two
// servers to a stand-in that counts Message-IDs. With --kill one of the servers, or PostgreSQL itself, is ended with
// SIGKILL in the middle and started again. None may be lost; what was in flight may come twice.
import { setTimeout as sleep } from 'node:timers/promises';
import postgres from 'postgres';
import { SMTPServer } from 'smtp-server';
import { freePort } from '../scripts/ports.mjs';
import { openLargeHouse, say, type RunningServer } from './stampede/large-house';

const option = (name: string, usual: string): string => {
	const at = process.argv.indexOf(`--${name}`);
	return at < 0 ? usual : (process.argv[at + 1] ?? usual);
};
const COUNT = Number(option('count', '10000'));
const KILL = option('kill', 'nothing');

/** How often each Message-ID came. */
const came = new Map<string, number>();
const post = new SMTPServer({
	disabledCommands: ['AUTH', 'STARTTLS'],
	onData(stream, _, done) {
		let head = '';
		stream.on('data', (chunk: Buffer) => {
			if (head.length < 8192) head += chunk.toString('latin1');
		});
		stream.on('end', () => {
			const [, id = ''] = /^message-id:\s*(\S+)/im.exec(head) ?? [];
			came.set(id, (came.get(id) ?? 0) + 1);
			done();
		});
	},
});
const smtpPort = await freePort();
await new Promise<void>((resolve) => post.listen(smtpPort, '127.0.0.1', resolve));

const house = await openLargeHouse('notices', { SMTP_URL: `smtp://127.0.0.1:${smtpPort}` });
await queue();
say('Starting two servers …');
const ports = [await freePort(), await freePort()];
const started = performance.now();
const running: RunningServer[] = await Promise.all(ports.map(house.startServer));

let killed = KILL === 'nothing';
let last = { at: performance.now(), count: 0 };
while (came.size < COUNT) {
	await sleep(500);
	if (!killed && came.size > COUNT / 2) {
		killed = true;
		await kill();
	}
	if (came.size > last.count) last = { at: performance.now(), count: came.size };
	// What a dead server had begun is begun again after five minutes.
	const isQuiet = performance.now() - last.at > 5_000;
	if (isQuiet && (await countOpen()) === 0) break;
	if (performance.now() - last.at > 7 * 60_000) break;
}
const seconds = (performance.now() - started) / 1000;
await sleep(3000);
const repeats = [...came.values()].reduce((sum, times) => sum + times - 1, 0);
const states = await countStates();
console.log(`${COUNT} due, ${came.size} arrived, ${COUNT - came.size} lost, ${repeats} came twice`);
console.log(`${seconds.toFixed(0)} s, ${(came.size / seconds).toFixed(0)} a second`);
console.log(states.map(({ state, count }) => `${state}: ${count}`).join(', '));
for (const server of running) await server.stop().catch(() => {});
post.close();
house.close();
process.exit(came.size === COUNT ? 0 : 1);

async function withDatabase<T>(work: (sql: postgres.Sql) => Promise<T>): Promise<T> {
	const sql = postgres(house.url, { max: 1, onnotice: () => {} });
	try {
		return await work(sql);
	} finally {
		await sql.end();
	}
}

/** Invitations to the adults of the school, over and over, all due now. */
async function queue(): Promise<void> {
	say(`${COUNT} notices …`);
	await withDatabase(async (sql) => {
		await sql`update adult set email = id || '@post.example', channel = 'email'`;
		await sql`delete from notice`;
		const [act] = await sql`
			insert into act (id, at, actor_kind, conference_id, kind)
			select gen_random_uuid(), timestamptz '2026-11-24', 'system', id, 'families.invited'
			from conference limit 1 returning id, conference_id`;
		await sql`
			insert into notice (id, kind, act_id, conference_id, family_id, adult_id, due_at)
			select gen_random_uuid(), 'invited', ${act!.id}, ${act!.conference_id}, family_id, adult_id,
				timestamptz '2026-11-24'
			from (select distinct family_id, adult_id from family_adult
				join wish using (family_id)) as told
			cross join generate_series(1, 50) limit ${COUNT}`;
	});
}

function countStates() {
	return withDatabase(
		(sql) => sql<{ state: string; count: number }[]>`
			select state, count(*)::int as count from notice group by state order by state`,
	);
}

/** How many are neither sent nor given up; while PostgreSQL is away nobody knows. */
async function countOpen(): Promise<number | null> {
	try {
		const states = await countStates();
		return states
			.filter(({ state }) => state === 'waiting' || state === 'sending')
			.reduce((sum, { count }) => sum + count, 0);
	} catch {
		return null;
	}
}

async function kill(): Promise<void> {
	if (KILL === 'server') {
		say('SIGKILL for a server …');
		process.kill(running[0]!.pid!, 'SIGKILL');
		running[0] = await house.startServer(ports[0]!);
		return;
	}
	say('SIGKILL for PostgreSQL …');
	process.kill(house.databasePid()!, 'SIGKILL');
	for (let tries = 0; ; tries++) {
		await sleep(1000);
		try {
			return await house.startDatabase();
		} catch (error) {
			if (tries === 30) throw error;
		}
	}
}
