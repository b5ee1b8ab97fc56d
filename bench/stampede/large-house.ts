import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { setTimeout as sleep } from 'node:timers/promises';
import { promisify } from 'node:util';
import { and, eq, isNull } from 'drizzle-orm';
import postgres from 'postgres';
import { clusterPid, discardCluster, startCluster } from '../../scripts/cluster.mjs';
import { isPortFree } from '../../scripts/ports.mjs';
import { createApp } from '../../src/lib/server/app';
import { readConfig } from '../../src/lib/server/foundation/config';
import {
	adult,
	family,
	familyAdult,
	invitation,
} from '../../src/lib/server/foundation/database/schema';
import { invitationLink } from '../../src/lib/server/invitations/links';

/** These two find the project by where they lie, so they are not bundled into a benchmark. */
const scripts = (name: string) => import(pathToFileURL(resolve('scripts', name)).href);
const { ensureBuild }: typeof import('../../scripts/project.mjs') = await scripts('project.mjs');
const { startServer: start }: typeof import('../../scripts/server-process.mjs') =
	await scripts('server-process.mjs');

const KEY = 'a-key-for-benchmarks-of-32-characters';
const NOW = '2026-11-24T15:00:00Z';

export function say(sentence: string): void {
	process.stderr.write(`${sentence}\n`);
}

/** A family that will book. */
export interface FamilyToken {
	readonly family: string;
	readonly token: string;
	/** The path of the private link. */
	readonly link: string;
	/** How many of its three to six meetings it wants. */
	readonly most: number;
}

export type RunningServer = Awaited<ReturnType<typeof start>>;

/** The large school on a cluster of its own, with nothing booked unless it should be, and how to start the built server. */
export async function openLargeHouse(
	name: string,
	more: Record<string, string> = {},
	{ isBooked = false } = {},
) {
	await ensureBuild();
	const data = mkdtempSync(join(tmpdir(), `ten-chairs-${name}-`));
	let cluster = await startCluster(data);
	const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
	await admin.unsafe(`create database ${name}`);
	await admin.end();
	const url = cluster.url(name);
	const environment = {
		DATABASE_URL: url,
		TEN_CHAIRS_KEY: KEY,
		TEN_CHAIRS_NOW: NOW,
		LOG_LEVEL: 'warn',
		ORIGIN: 'http://127.0.0.1:1',
		TEN_CHAIRS_DEMO_PASSWORD: 'a password for the benchmark',
	};
	say('Seeding the large school …');
	await promisify(execFile)(
		process.execPath,
		[
			...['scripts/run-typescript.mjs', 'src/commands/seed-demo.ts', '--large'],
			...(isBooked ? [] : ['--unbooked']),
		],
		{ env: { ...process.env, ...environment }, maxBuffer: 1 << 24 },
	);
	const env = {
		TEN_CHAIRS_NOW: NOW,
		LOG_LEVEL: 'warn',
		DATABASE_POOL: '20',
		TEN_CHAIRS_API_RATE: '1000000',
		...more,
	};
	return {
		url,
		urlOf: (database: string) => cluster.url(database),
		tokens: await familyTokens(environment),
		startServer: (port: number): Promise<RunningServer> =>
			start({ url, key: KEY, port, env, output: 'inherit' }),
		databasePid: () => clusterPid(data),
		/** Again after it died, where it was: what is left of it lets go of the port in its own time. */
		async startDatabase() {
			const { port } = new URL(url);
			for (let tries = 0; !(await isPortFree(Number(port))); tries++) {
				if (tries === 300) throw new Error(`somebody else is at port ${port}`);
				await sleep(100);
			}
			cluster = await startCluster(data);
		},
		close() {
			cluster.stop();
			discardCluster(data);
		},
	};
}

const digest = (id: string) => createHash('sha256').update(id).digest('hex');

async function familyTokens(environment: Record<string, string>): Promise<FamilyToken[]> {
	const app = createApp(readConfig(environment));
	const rows = await app.db
		.selectDistinctOn([family.id], { family: family.id, invitation })
		.from(family)
		.innerJoin(familyAdult, eq(familyAdult.familyId, family.id))
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.innerJoin(invitation, eq(invitation.adultId, adult.id))
		.where(isNull(family.leftAt))
		.orderBy(family.id);
	await app.close();
	// In no order: families of one class do not come one after the other.
	rows.sort((a, b) => (digest(a.family) < digest(b.family) ? -1 : 1));
	const seen = new Set<string>();
	return rows
		.filter(({ invitation }) => !seen.has(invitation.id) && seen.add(invitation.id))
		.map(({ family, invitation }, index) => {
			const link = invitationLink('', KEY, invitation);
			return { family, link, token: link.split('/').at(-1)!, most: 3 + (index % 4) };
		});
}
