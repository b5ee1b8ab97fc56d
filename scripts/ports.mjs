// Ports of servers that scripts and tests start beside each other.
import { randomInt } from 'node:crypto';
import { readdirSync, readFileSync, readlinkSync } from 'node:fs';
import { createServer } from 'node:net';

/** Below those that the kernel gives to connections, which would take a port between choice and use. */
const LOWEST = 20_000;
const BEYOND = 32_000;

/** A port that was free a moment ago. @returns {Promise<number>} */
export async function freePort() {
	for (;;) {
		const port = randomInt(LOWEST, BEYOND);
		if (await isPortFree(port)) return port;
	}
}

/** Whether nobody listens there. @param {number} port @returns {Promise<boolean>} */
export function isPortFree(port) {
	return new Promise((resolve) => {
		const probe = createServer();
		probe.once('error', () => resolve(false));
		probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
	});
}

/** The state of a socket that waits for connections, in the kernel's table. */
const LISTENING = '0A';

/**
 * Whether it is this process that listens at the port. An answer alone does not say so: of two servers that
 * chose one port the loser is still starting while the other one answers.
 * @param {number} pid @param {number} port
 */
export function listensAt(pid, port) {
	const hexadecimal = port.toString(16).toUpperCase().padStart(4, '0');
	try {
		const sockets = readFileSync(`/proc/${pid}/net/tcp`, 'utf8')
			.split('\n')
			.map((line) => line.trim().split(/\s+/))
			.filter(([, local, , state]) => local?.endsWith(`:${hexadecimal}`) && state === LISTENING)
			.map((columns) => `socket:[${columns[9]}]`);
		return readdirSync(`/proc/${pid}/fd`).some((handle) =>
			sockets.includes(readlinkSync(`/proc/${pid}/fd/${handle}`)),
		);
	} catch {
		// It ended, or closed a handle, while this was read.
		return false;
	}
}
