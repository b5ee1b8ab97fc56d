// bin/bench handles: a server process with few file handles (`ulimit -n 1024`) while 1,400 connections are
// open to it, half of them asking for pages, and after they are gone. It must answer again by itself.
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { pathToFileURL } from 'node:url';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';

/** Finds the project by where it lies, so it is not bundled into this file. */
const { ensureBuild, freePort }: typeof import('../scripts/project.mjs') = await import(
	pathToFileURL(resolve('scripts/project.mjs')).href
);
const HANDLES = 1024;
const CONNECTIONS = 1400;
const PAGES = ['/sign-in', '/sign-in/forgot', '/set-up', '/', '/visit', '/healthz'];

await ensureBuild();
const data = mkdtempSync(join(tmpdir(), 'ten-chairs-handles-'));
const cluster = await startCluster(data);
const port = await freePort();
const origin = `http://127.0.0.1:${port}`;
const server = spawn('bash', ['-c', `ulimit -n ${HANDLES}; exec node build/index.js`], {
	stdio: 'ignore',
	env: {
		...process.env,
		...{
			DATABASE_URL: cluster.url('postgres'),
			TEN_CHAIRS_KEY: 'a-key-for-benchmarks-of-32-characters',
		},
		...{ ORIGIN: origin, HOST: '127.0.0.1', PORT: String(port), LOG_LEVEL: 'silent' },
	},
});
const ended = new Promise((resolve) => server.once('exit', resolve));
for (let tries = 0; tries < 100; tries++) {
	if (
		await fetch(`${origin}/healthz`).then(
			(answer) => answer.ok,
			() => false,
		)
	)
		break;
	await sleep(100);
}

const sockets: Socket[] = [];
for (let index = 0; index < CONNECTIONS; index++) {
	const socket = connect(port, '127.0.0.1');
	socket.on('error', () => {});
	socket.resume();
	sockets.push(socket);
	await new Promise<void>((resolve) =>
		socket.once('connect', () => resolve()).once('error', () => resolve()),
	);
}
await sleep(500);
// Whoever is connected asks now, when no handle is left.
for (const [index, socket] of sockets.entries())
	if (index % 2 === 0)
		socket.write(
			`GET ${PAGES[(index / 2) % PAGES.length]} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\n\r\n`,
		);
await sleep(3000);
for (const socket of sockets) socket.destroy();
await sleep(2000);

let wrong = 0;
for (const page of PAGES) {
	const { status } = await fetch(`${origin}${page}`, { redirect: 'manual' });
	if (status >= 500) wrong++;
	console.log(`${page.padEnd(18)} ${status}`);
}
server.kill('SIGTERM');
await ended;
cluster.stop();
discardCluster(data);
console.log(wrong ? `${wrong} pages did not recover` : 'all pages answer again');
process.exit(wrong ? 1 : 0);
