// bin/bench requests [FAMILIES]: what each kind of request costs, one family of the large school after the
// other: milliseconds of processor of the server and of PostgreSQL, and of waiting.
import { bookAsFamily, type Timings } from './stampede/family-client';
import { freePort } from '../scripts/ports.mjs';
import { openLargeHouse } from './stampede/large-house';
import { processorSeconds } from './stampede/processor-seconds';

const FAMILIES = Number(process.argv[3] ?? 120);
/** The first ones warm the server up. */
const WARM = Math.floor(FAMILIES / 3);

const house = await openLargeHouse('requests');
const server = await house.startServer(await freePort());
const spent = new Map<Timings['what'], { server: number; database: number; waited: number[] }>();

let before = now();
for (const [index, { token, most }] of house.tokens.slice(0, FAMILIES).entries()) {
	before = now();
	await bookAsFamily({ pick: () => server.origin }, token, most, ({ what, milliseconds }) => {
		const after = now();
		if (index >= WARM) {
			const entry = spent.get(what) ?? { server: 0, database: 0, waited: [] };
			entry.server += after.server - before.server;
			entry.database += after.database - before.database;
			entry.waited.push(milliseconds);
			spent.set(what, entry);
		}
		before = after;
	});
}
console.log('request      server   PostgreSQL   waited   (ms: mean, mean, median)');
for (const [what, { server, database, waited }] of spent) {
	const mean = (seconds: number) => ((1000 * seconds) / waited.length).toFixed(1);
	const median = waited.sort((a, b) => a - b)[Math.floor(waited.length / 2)]!;
	console.log(
		`${what.padEnd(10)} ${mean(server).padStart(8)} ${mean(database).padStart(12)} ${median.toFixed(1).padStart(8)}   (${waited.length})`,
	);
}
await server.stop();
house.close();

function now(): { server: number; database: number } {
	return {
		server: processorSeconds(server.pid!),
		database: processorSeconds(house.databasePid() ?? 0, { withChildren: true }),
	};
}
