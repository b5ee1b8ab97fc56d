// The demo school for whoever works on the program: the sources are watched, an edit is on the screen at once.
import { mkdirSync } from 'node:fs';
import { dataFolder, startCluster } from './cluster.mjs';
import { prepareSchool, tellWaysIn } from './demo-school.mjs';
import { freePort } from './ports.mjs';
import { ensurePackages, projectRoot, refuse, say } from './project.mjs';

const flags = process.argv.slice(2);
const unknown = flags.find((flag) => flag !== '--fresh');
if (unknown)
	refuse(`The option ${unknown} is not known; there is --fresh, which makes the school anew.`);

const data = dataFolder();
mkdirSync(data, { recursive: true });
await ensurePackages();
const cluster = await startCluster(data);
process.on('exit', () => cluster.stop());

const port = Number(process.env.PORT) || (await freePort());
const origin = `http://127.0.0.1:${port}`;
const { env, letterbox, fill } = await prepareSchool({
	cluster,
	data,
	database: 'dev',
	origin,
	isFresh: flags.includes('--fresh'),
	isLarge: false,
});
// The program reads its settings from there, as it does everywhere.
Object.assign(process.env, env);

const { createServer } = await import('vite');
const vite = await createServer({
	root: projectRoot,
	server: { host: '127.0.0.1', port, strictPort: true },
});

/** Pages that are still open must not keep it; milliseconds. */
const LONGEST_FAREWELL = 3_000;
async function stop() {
	setTimeout(() => process.exit(0), LONGEST_FAREWELL);
	await Promise.all([vite.close(), letterbox.stop()]);
	process.exit(0);
}
process.once('SIGINT', stop);
process.once('SIGTERM', stop);

// The sentences are written as the server starts; the school is made with them.
await vite.listen();
const waysIn = fill();
say('Opening the first page …');
await fetch(`${origin}/healthz`);
tellWaysIn(origin, waysIn, letterbox.address);
