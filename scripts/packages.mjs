// Installs the project's packages when they are not the ones of the lock file.
import { ensurePackages } from './project.mjs';

await ensurePackages();
