// The demo school: cluster, database, seed, build, server. Ctrl-C ends all of it.
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder, secretKey, startCluster } from './cluster.mjs';
import { ensureBuild, ensurePackages, freePort, projectRoot, refuse, say } from './project.mjs';

const flags = process.argv.slice(2);
const unknown = flags.find((flag) => flag !== '--fresh' && flag !== '--large');
if (unknown)
	refuse(
		`The option ${unknown} is not known; there are --fresh, which starts the demo anew, and --large, which makes a school ten times the size.`,
	);
const isLarge = flags.includes('--large');
const DATABASE = isLarge ? 'demo_large' : 'demo';

const data = dataFolder();
mkdirSync(data, { recursive: true });
await ensurePackages();
await ensureBuild();
const cluster = await startCluster(data);

/** @type {(() => Promise<unknown>) | null} */
let stopServer = null;
let stopping = false;
async function stop() {
	if (stopping) return;
	stopping = true;
	await stopServer?.();
	cluster.stop();
	process.exit(0);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);

try {
	const { default: postgres } = await import('postgres');
	const admin = postgres(cluster.url('postgres'), { max: 1, onnotice: () => {} });
	if (flags.includes('--fresh'))
		await admin.unsafe(`drop database if exists ${DATABASE} with (force)`);
	const [known] = await admin`select 1 from pg_database where datname = ${DATABASE}`;
	if (!known) await admin.unsafe(`create database ${DATABASE}`);
	await admin.end();

	const port = Number(process.env.PORT) || (await freePort());
	const key = secretKey(data);
	const passwordFile = join(data, 'demo-password');
	if (!existsSync(passwordFile))
		writeFileSync(passwordFile, randomBytes(9).toString('base64url'), { mode: 0o600 });
	const url = cluster.url(DATABASE);
	const origin = `http://127.0.0.1:${port}`;
	const seeded = execFileSync(
		process.execPath,
		['scripts/run-typescript.mjs', 'src/commands/seed-demo.ts', ...(isLarge ? ['--large'] : [])],
		{
			cwd: projectRoot,
			encoding: 'utf8',
			stdio: ['ignore', 'pipe', 'inherit'],
			env: {
				...process.env,
				DATABASE_URL: url,
				TEN_CHAIRS_KEY: key,
				ORIGIN: origin,
				TEN_CHAIRS_DEMO_PASSWORD: readFileSync(passwordFile, 'utf8'),
				LOG_LEVEL: 'warn',
			},
		},
	);
	const signIn = JSON.parse(seeded);
	const { startServer } = await import('./server-process.mjs');
	const { startLetterbox } = await import('./letterbox.mjs');
	const letterbox = await startLetterbox();
	const env = {
		SMTP_URL: letterbox.smtpUrl,
		MAIL_FROM: 'School office <office@gannetcove.example>',
	};
	const server = await startServer({ url, key, port, output: 'inherit', env });
	stopServer = () => Promise.all([server.stop(), letterbox.stop()]);
	void server.ended.then(stop);

	console.log(`Ten Chairs is ready at ${origin}`);
	console.log(`  Organiser   ${origin}/sign-in   ${signIn.email}   ${signIn.password}`);
	console.log(`  Teacher     ${signIn.teacher}`);
	for (const [label, link] of Object.entries(signIn.families))
		console.log(`  Family      ${link}   (${label})`);
	console.log(`  Letterbox   ${letterbox.address}   (every message of the demo)`);
	if (signIn.isOver)
		say('The demo conference is over by now; bin/demo --fresh starts the demo anew.');
	say('Ctrl-C ends it.');
} catch (error) {
	cluster.stop();
	throw error;
}
