import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import postgres from 'postgres';
import { expect, it } from 'vitest';
import { freePort } from '../../scripts/ports.mjs';
import { afterTheRush } from './few-handles';

const databases =
	process.env.TEN_CHAIRS_TEST_SERVER ?? readFileSync('.data/test-server', 'utf8').trim();

it('a server that ran out of file handles answers again when they are back', async () => {
	const name = `handles_${randomUUID().replaceAll('-', '')}`;
	const admin = postgres(`${databases}/postgres`, { max: 1, onnotice: () => {} });
	await admin.unsafe(`create database ${name}`);
	try {
		const answers = await afterTheRush({
			url: `${databases}/${name}`,
			port: await freePort(),
			// The program alone has some 150 files open at once while it starts.
			handles: 192,
			connections: 390,
			pages: ['/sign-in', '/sign-in/forgot', '/set-up', '/', '/healthz'],
		});
		expect(answers).toEqual([200, 200, 200, 303, 200]);
	} finally {
		await admin.unsafe(`drop database ${name} with (force)`);
		await admin.end();
	}
}, 120_000);
