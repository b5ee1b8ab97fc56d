// The demo school: cluster, database, seed, build, server. Ctrl-C ends all of it.
import { mkdirSync } from 'node:fs';
import { dataFolder, startCluster } from './cluster.mjs';
import { prepareSchool, tellWaysIn } from './demo-school.mjs';
import { freePort } from './ports.mjs';
import { ensureBuild, ensurePackages, refuse } from './project.mjs';
import { startServer } from './server-process.mjs';

const flags = process.argv.slice(2);
const unknown = flags.find((flag) => flag !== '--fresh' && flag !== '--large');
if (unknown)
	refuse(
		`The option ${unknown} is not known; there are --fresh, which starts the demo anew, and --large, which makes a school ten times the size.`,
	);
const isLarge = flags.includes('--large');

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
	const port = Number(process.env.PORT) || (await freePort());
	const { env, letterbox, fill } = await prepareSchool({
		cluster,
		data,
		database: isLarge ? 'demo_large' : 'demo',
		origin: `http://127.0.0.1:${port}`,
		isFresh: flags.includes('--fresh'),
		isLarge,
	});
	const waysIn = fill();
	const server = await startServer({
		url: env.DATABASE_URL,
		key: env.TEN_CHAIRS_KEY,
		port,
		output: 'inherit',
		env,
	});
	stopServer = () => Promise.all([server.stop(), letterbox.stop()]);
	void server.ended.then(stop);
	tellWaysIn(server.origin, waysIn, letterbox.address);
} catch (error) {
	cluster.stop();
	throw error;
}
