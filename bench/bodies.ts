// bin/bench bodies: large and slow bodies sent to the sign-in by strangers, while others ask for the page: how
// long these wait at the most, and what the server's memory grows to.
import { mkdtempSync, readFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { pathToFileURL } from 'node:url';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';
import { freePort } from '../scripts/ports.mjs';

/** These find the project by where they lie, so they are not bundled into this file. */
const scripts = (name: string) => import(pathToFileURL(resolve('scripts', name)).href);
const { ensureBuild }: typeof import('../scripts/project.mjs') = await scripts('project.mjs');
const { startServer }: typeof import('../scripts/server-process.mjs') =
	await scripts('server-process.mjs');

const MIB = 1024 * 1024;
const LARGE = 31 * MIB;
const AT_ONCE = 6;
const SLOW = 50;

await ensureBuild();
const data = mkdtempSync(join(tmpdir(), 'ten-chairs-bodies-'));
const cluster = await startCluster(data);
const server = await startServer({
	url: cluster.url('postgres'),
	key: 'a-key-for-benchmarks-of-32-characters',
	port: await freePort(),
});
const memory = () =>
	Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]) / 1024;

let longest = 0;
let peak = memory();
let isOver = false;
const others = (async () => {
	while (!isOver) {
		const started = performance.now();
		await fetch(`${server.origin}/sign-in`).then((answer) => answer.text());
		longest = Math.max(longest, performance.now() - started);
		peak = Math.max(peak, memory());
		await sleep(20);
	}
})();

const form = Buffer.from('a=b&'.repeat(LARGE / 4));
const send = (write: (sending: ReturnType<typeof request>) => void | Promise<void>) =>
	new Promise<string>((resolve) => {
		const sending = request(
			`${server.origin}/sign-in`,
			{
				method: 'POST',
				agent: false,
				headers: { origin: server.origin, 'content-type': 'application/x-www-form-urlencoded' },
			},
			(response) => {
				response.resume();
				resolve(String(response.statusCode));
			},
		).on('error', (error) => resolve(error.message));
		void write(sending);
	});
async function measure(what: string, work: () => Promise<string[]>) {
	[longest, peak] = [0, memory()];
	const started = performance.now();
	const answers = await work();
	await sleep(200);
	console.log(
		`${what.padEnd(34)} others wait ${longest.toFixed(0)} ms at the most, memory ${peak.toFixed(0)} MB, ${((performance.now() - started) / 1000).toFixed(1)} s, answers ${[...new Set(answers)].join(', ')}`,
	);
}
const large = () => send((sending) => void sending.end(form));

await measure(`one form of ${LARGE / MIB} MiB`, async () => [await large()]);
await measure(`${AT_ONCE} of them at once`, () =>
	Promise.all(Array.from({ length: AT_ONCE }, large)),
);
await measure(`${SLOW} that come byte by byte`, () =>
	Promise.all(
		Array.from({ length: SLOW }, () =>
			send(async (sending) => {
				for (let byte = 0; byte < 50; byte++) {
					sending.write('a');
					await sleep(60);
				}
				sending.end();
			}),
		),
	),
);
isOver = true;
await others;
await server.stop();
cluster.stop();
discardCluster(data);
