// bin/bench handles: a server process with few file handles (`ulimit -n 1024`) while 1,400 connections are
// open to it, half of them asking for pages, and after they are gone. It must answer again by itself.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { discardCluster, startCluster } from '../scripts/cluster.mjs';
import { freePort } from '../scripts/ports.mjs';
import { afterTheRush } from '../tests/project/few-handles';

/** Finds the project by where it lies, so it is not bundled into this file. */
const { ensureBuild }: typeof import('../scripts/project.mjs') = await import(
	pathToFileURL(resolve('scripts/project.mjs')).href
);
const pages = ['/sign-in', '/sign-in/forgot', '/set-up', '/', '/visit', '/healthz'];

await ensureBuild();
const data = mkdtempSync(join(tmpdir(), 'ten-chairs-handles-'));
const cluster = await startCluster(data);
const answers = await afterTheRush({
	url: cluster.url('postgres'),
	port: await freePort(),
	pages,
	handles: 1024,
	connections: 1400,
});
for (const [index, page] of pages.entries()) console.log(`${page.padEnd(18)} ${answers[index]}`);
cluster.stop();
discardCluster(data);
const wrong = answers.filter((status) => status >= 500).length;
console.log(wrong ? `${wrong} pages did not recover` : 'all pages answer again');
process.exit(wrong ? 1 : 0);
