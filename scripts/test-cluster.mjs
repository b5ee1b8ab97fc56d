// A cluster for tests by hand (`npx vitest`, `npx playwright test`): starts or joins one in the data
// folder, writes its address to .data/test-server, and runs until Ctrl-C.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder, startCluster } from './cluster.mjs';

const data = dataFolder();
const cluster = await startCluster(data, { throwaway: true });
writeFileSync(join(data, 'test-server'), cluster.url('').replace(/\/$/, ''), { mode: 0o600 });
console.log('The test cluster runs; Ctrl-C leaves it.');
const keepAlive = setInterval(() => {}, 1 << 30);
for (const signal of ['SIGINT', 'SIGTERM'])
	process.once(signal, () => {
		clearInterval(keepAlive);
		cluster.stop();
	});
