// Starts the built server as a child whose pid is the server's own.
import { spawn } from 'node:child_process';
import { setTimeout as sleep } from 'node:timers/promises';
import { listensAt } from './ports.mjs';
import { projectRoot } from './project.mjs';

/**
 * Twice what any route takes: up to here a body that is too large is let run past, so that whoever sends it
 * gets a sentence; what goes on for longer is cut off.
 */
export const BODY_SIZE_LIMIT = '64M';

/**
 * @param {{ url: string, key: string, port: number, env?: NodeJS.ProcessEnv, output?: 'inherit' | 'ignore' | number }} options
 */
export async function startServer({ url, key, port, env = {}, output = 'ignore' }) {
	const origin = `http://127.0.0.1:${port}`;
	const child = spawn(process.execPath, ['build/index.js'], {
		cwd: projectRoot,
		stdio: ['ignore', output, output],
		env: {
			...process.env,
			DATABASE_URL: url,
			TEN_CHAIRS_KEY: key,
			ORIGIN: origin,
			HOST: '127.0.0.1',
			PORT: String(port),
			BODY_SIZE_LIMIT,
			LOG_LEVEL: 'warn',
			...env,
		},
	});
	const ended = new Promise((resolve) => child.once('exit', resolve));
	for (let tries = 0; tries < 300; tries++) {
		if (child.exitCode !== null) throw new Error('the server ended while it started');
		const answer = await fetch(`${origin}/healthz`).catch(() => null);
		if (answer?.ok && child.pid && listensAt(child.pid, port))
			return {
				origin,
				ended,
				pid: child.pid,
				async stop() {
					child.kill('SIGTERM');
					await ended;
				},
			};
		await sleep(100);
	}
	child.kill('SIGKILL');
	throw new Error('the server did not answer in time');
}
