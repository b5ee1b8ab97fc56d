import { spawn } from 'node:child_process';
import { connect, type Socket } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';

export interface FewHandles {
	/** The database's address, and a port that is free. */
	readonly url: string;
	readonly port: number;
	/** What `ulimit -n` is set to, and how many connect at once. */
	readonly handles: number;
	readonly connections: number;
	readonly pages: readonly string[];
}

/**
 * Starts a built server with few file handles, opens more connections to it than it has handles, half of
 * which then ask for pages that nobody has asked for before, closes them all, and asks once more. Returns
 * the statuses of these last answers.
 */
export async function afterTheRush(asked: FewHandles): Promise<number[]> {
	const { url, port, handles, connections, pages } = asked;
	const origin = `http://127.0.0.1:${port}`;
	const server = spawn('bash', ['-c', `ulimit -n ${handles}; exec node build/index.js`], {
		stdio: 'ignore',
		env: {
			...process.env,
			DATABASE_URL: url,
			TEN_CHAIRS_KEY: 'a-key-for-a-server-with-few-handles',
			ORIGIN: origin,
			HOST: '127.0.0.1',
			PORT: String(port),
			LOG_LEVEL: 'silent',
			DATABASE_POOL: '4',
		},
	});
	const ended = new Promise((resolve) => server.once('exit', resolve));
	try {
		await untilOk(`${origin}/healthz`);
		const sockets: Socket[] = [];
		for (let index = 0; index < connections; index++) {
			const socket = connect(port, '127.0.0.1').resume();
			socket.on('error', () => {});
			sockets.push(socket);
			await new Promise<void>((resolve) => {
				socket.once('connect', () => resolve());
				socket.once('close', () => resolve());
			});
		}
		for (const [index, socket] of sockets.entries())
			if (index % 2 === 0)
				socket.write(
					`GET ${pages[(index / 2) % pages.length]} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\n\r\n`,
				);
		// The first ones have been accepted, and are answered one way or another.
		await new Promise((resolve) => sockets[0]!.once('data', resolve).once('close', resolve));
		await wait(1000);
		for (const socket of sockets) socket.destroy();
		await untilOk(`${origin}/healthz`);
		const answers: number[] = [];
		for (const page of pages)
			answers.push((await fetch(`${origin}${page}`, { redirect: 'manual' })).status);
		return answers;
	} finally {
		server.kill('SIGTERM');
		await ended;
	}
}

async function untilOk(address: string): Promise<void> {
	for (let tries = 0; tries < 200; tries++) {
		const answer = await fetch(address).catch(() => null);
		await answer?.text();
		if (answer?.ok) return;
		await wait(100);
	}
	throw new Error(`${address} did not answer`);
}
