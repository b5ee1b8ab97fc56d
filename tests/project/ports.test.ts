import { createServer } from 'node:http';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freePort, isPortFree, listensAt } from '../../scripts/ports.mjs';
import { startServer } from '../../scripts/server-process.mjs';

/** Another server, which answers everything with 200. */
const another = createServer((_request, response) => response.end());
let port: number;

beforeAll(async () => {
	port = await freePort();
	await new Promise<void>((resolve) => another.listen(port, '127.0.0.1', resolve));
});
afterAll(() => another.close());

it('knows who listens at a port', async () => {
	const other = await freePort();
	expect(listensAt(process.pid, port)).toBe(true);
	expect(listensAt(process.pid, other)).toBe(false);
	expect(listensAt(process.ppid, port)).toBe(false);
	expect([await isPortFree(port), await isPortFree(other)]).toEqual([false, true]);
});

it('a server does not take another one’s answer for its own', async () => {
	// Neither does it reach a database, so that it ends by itself.
	const started = startServer({
		url: 'postgres://nobody@127.0.0.1:1/nothing',
		key: 'a-key-for-browser-tests-of-32-characters',
		port,
	});
	await expect(started).rejects.toThrow('ended while it started');
});
