import { createHash, randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import postgres, { type Sql } from 'postgres';
import { createApp, type App } from '$lib/server/app';
import { copyDatabase } from '../copy-database';
import { migrateDatabase } from '$lib/server/foundation/database/migrate';
import { closeAtTheEnd } from './opened-apps';

/** The cluster's address, without a database; `bin/test` starts one and says where. */
const server =
	process.env.TEN_CHAIRS_TEST_SERVER ?? readFileSync('.data/test-server', 'utf8').trim();

export const NOW = Date.parse('2026-11-24T15:00:00Z');

/** A database with all migrations and nothing in it, made once on this server for these migrations. */
async function migratedTemplate(admin: Sql): Promise<string> {
	const folder = resolve('migrations');
	const digest = createHash('sha256');
	for (const file of readdirSync(folder).filter((name) => name.endsWith('.sql')))
		digest.update(readFileSync(join(folder, file)));
	digest.update(readFileSync('node_modules/graphile-worker/package.json'));
	const name = `migrated_${digest.digest('hex').slice(0, 16)}`;
	await admin`select pg_advisory_lock(hashtext(${name}))`;
	const [known] = await admin`select from pg_database where datname = ${name}`;
	if (!known) {
		await admin.unsafe(`drop database if exists ${name}_new`);
		await admin.unsafe(`create database ${name}_new`);
		await migrateDatabase(`${server}/${name}_new`, folder);
		// Only a whole one gets the name.
		await admin.unsafe(`alter database ${name}_new rename to ${name}`);
	}
	await admin`select pg_advisory_unlock(hashtext(${name}))`;
	return name;
}

/** An app on a new, migrated database of its own, with a clock that starts on 24 November 2026. */
export async function freshApp(
	environment: { startAt?: number; pool?: number; privateCalendars?: boolean } = {},
): Promise<App> {
	const name = `test_${randomUUID().replaceAll('-', '')}`;
	const admin = postgres(`${server}/postgres`, { max: 1, onnotice: () => {} });
	await copyDatabase(admin, name, await migratedTemplate(admin));
	const databaseUrl = `${server}/${name}`;
	const app = createApp({
		databaseUrl,
		key: 'a-key-for-tests-of-at-least-32-characters',
		origin: 'http://127.0.0.1:1',
		startAt: environment.startAt ?? NOW,
		smtpUrl: undefined,
		mailFrom: 'Ten Chairs <office@school.example>',
		videoService: 'https://video.school.example',
		privateCalendars: environment.privateCalendars ?? false,
		apiRate: 1_000_000,
		streams: 1000,
		logLevel: 'silent',
		pool: environment.pool ?? 10,
	});
	closeAtTheEnd(async () => {
		await app.close();
		await admin.unsafe(`drop database ${name} with (force)`);
		await admin.end();
	});
	return app;
}
