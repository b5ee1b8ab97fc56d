// The production server: builds when the sources have changed, then becomes the server itself.
import { pathToFileURL } from 'node:url';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, projectRoot, refuse } from './project.mjs';
import { BODY_SIZE_LIMIT } from './server-process.mjs';

for (const name of ['DATABASE_URL', 'TEN_CHAIRS_KEY', 'ORIGIN'])
	if (!process.env[name]) refuse(`The environment variable ${name} is missing.`);
await ensurePackages();
await ensureBuild();
process.chdir(projectRoot);
process.env.HOST ??= '127.0.0.1';
process.env.BODY_SIZE_LIMIT ??= BODY_SIZE_LIMIT;
await import(pathToFileURL(join(projectRoot, 'build/index.js')).href);
