// The invented school in a database of its own, with a letterbox beside it: for bin/demo and bin/dev.
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { secretKey } from './cluster.mjs';
import { projectRoot, say } from './project.mjs';

/** @typedef {{ email: string, password: string, teacher: string, families: Record<string, string>, isOver: boolean }} WaysIn */

/**
 * Makes the database where it is missing. What a server needs to use it comes back, and how to fill it.
 * @param {{ cluster: { url: (database: string) => string }, data: string, database: string, origin: string, isFresh: boolean, isLarge: boolean }} options
 */
export async function prepareSchool({ cluster, data, database, origin, isFresh, isLarge }) {
	const { default: postgres } = await import('postgres');
	const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
	if (isFresh) await admin.unsafe(`drop database if exists ${database} with (force)`);
	const [known] = await admin`select 1 from pg_database where datname = ${database}`;
	if (!known) await admin.unsafe(`create database ${database}`);
	await admin.end();
	const passwordFile = join(data, 'demo-password');
	if (!existsSync(passwordFile))
		writeFileSync(passwordFile, randomBytes(9).toString('base64url'), { mode: 0o600 });
	const { startLetterbox } = await import('./letterbox.mjs');
	const letterbox = await startLetterbox();
	const env = {
		DATABASE_URL: cluster.url(database),
		TEN_CHAIRS_KEY: secretKey(data),
		ORIGIN: origin,
		LOG_LEVEL: 'warn',
		SMTP_URL: letterbox.smtpUrl,
		MAIL_FROM: 'School office <office@gannetcove.example>',
	};
	/** Fills the database if nobody has, and finds the ways in. @returns {WaysIn} */
	const fill = () =>
		JSON.parse(
			execFileSync(
				process.execPath,
				[
					'scripts/run-typescript.mjs',
					'src/commands/seed-demo.ts',
					...(isLarge ? ['--large'] : []),
				],
				{
					cwd: projectRoot,
					encoding: 'utf8',
					stdio: ['ignore', 'pipe', 'inherit'],
					env: {
						...process.env,
						...env,
						TEN_CHAIRS_DEMO_PASSWORD: readFileSync(passwordFile, 'utf8'),
					},
				},
			),
		);
	return { env, letterbox, fill };
}

/** @param {string} origin @param {WaysIn} waysIn @param {string} letterbox the address of its page */
export function tellWaysIn(origin, waysIn, letterbox) {
	console.log(`Ten Chairs is ready at ${origin}`);
	console.log(`  Organiser   ${origin}/sign-in   ${waysIn.email}   ${waysIn.password}`);
	console.log(`  Teacher     ${waysIn.teacher}`);
	for (const [label, link] of Object.entries(waysIn.families))
		console.log(`  Family      ${link}   (${label})`);
	console.log(`  Letterbox   ${letterbox}   (every message of the demo)`);
	if (waysIn.isOver)
		say('The demo conference is over by now; start it with --fresh for one that is ahead.');
	say('Ctrl-C ends it.');
}
