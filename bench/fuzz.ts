// bin/bench fuzz [REQUESTS]: hostile requests to the open interface of the demo school, 20,000 unless
// said otherwise. Counts the answers; any error of the server's is printed and makes it fail.
import { execFile } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import postgres from 'postgres';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';
import { freePort } from '../scripts/ports.mjs';
import { hostileRequests } from '../tests/project/hostile-requests';

/** These two find the project by where they lie, so they are not bundled into this file. */
const scripts = (name: string) => import(pathToFileURL(resolve('scripts', name)).href);
const { ensureBuild }: typeof import('../scripts/project.mjs') = await scripts('project.mjs');
const { startServer }: typeof import('../scripts/server-process.mjs') =
	await scripts('server-process.mjs');

const count = Number(process.argv[3] ?? 20_000);
const KEY = 'a-key-for-benchmarks-of-32-characters';
const NOW = '2026-11-24T15:00:00Z';
await ensureBuild();
const data = mkdtempSync(join(tmpdir(), 'ten-chairs-fuzz-'));
const cluster = await startCluster(data);
const url = cluster.url('postgres');
const port = await freePort();
const { stdout } = await promisify(execFile)(
	process.execPath,
	['scripts/run-typescript.mjs', 'src/commands/seed-demo.ts'],
	{
		env: {
			...process.env,
			DATABASE_URL: url,
			TEN_CHAIRS_KEY: KEY,
			TEN_CHAIRS_NOW: NOW,
			LOG_LEVEL: 'warn',
			ORIGIN: 'http://127.0.0.1:1',
			TEN_CHAIRS_DEMO_PASSWORD: 'a password',
		},
	},
);
const family = (JSON.parse(stdout) as { families: Record<string, string> }).families
	.Gulzar!.split('/')
	.at(-1)!;
const env = { TEN_CHAIRS_NOW: NOW, TEN_CHAIRS_API_RATE: '1000000' };
const server = await startServer({ url, key: KEY, port, env });
const sql = postgres(url, { max: 1, onnotice: () => {} });
const rows = await sql<{ id: string }[]>`
	(select id from slot limit 300) union (select id from wish limit 300) union (select id from adult limit 30)
	union (select id from student limit 30) union (select id from appointment limit 80)
	union (select id from conference) union (select id from family limit 30)`;
const requests = hostileRequests(count, 2026, { tokens: [family], ids: rows.map(({ id }) => id) });
const statuses = new Map<number, number>();
let failed = 0;
const started = performance.now();
await Promise.all(
	Array.from({ length: 16 }, async () => {
		for (const { method, path, headers, body } of { [Symbol.iterator]: () => requests }) {
			const response = await fetch(`${server.origin}/api/v1${path}`, {
				method,
				headers,
				redirect: 'manual' as const,
				...(body === undefined ? {} : { body }),
			});
			await response.arrayBuffer();
			statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
			if (response.status < 500) continue;
			failed++;
			console.log(`${response.status} ${method} ${path} ${String(body).slice(0, 200)}`);
		}
	}),
);
console.log(
	`${count} requests in ${((performance.now() - started) / 1000).toFixed(0)} s; answers: ${[
		...statuses,
	]
		.sort((a, b) => a[0] - b[0])
		.map(([status, times]) => `${status}: ${times}`)
		.join(', ')}`,
);
const [{ overlaps }] =
	(await sql`select count(*)::int as overlaps from claim a join claim b on a.thing = b.thing and a.id < b.id
	where a.occupancy <> b.occupancy and a.starts_at < b.ends_at and b.starts_at < a.ends_at`) as unknown as [
		{ overlaps: number },
	];
console.log(`${failed} errors of the server’s; ${overlaps} claims that overlap`);
await sql.end();
await server.stop();
cluster.stop();
discardCluster(data);
process.exit(failed || overlaps ? 1 : 0);
