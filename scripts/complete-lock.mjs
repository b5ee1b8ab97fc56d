// The registry in use may lack optional packages for foreign platforms. npm then leaves them out of
// the lock, and `npm ci` later misses them. This adds an entry for each, so that the lock is whole.
import { readFileSync, writeFileSync } from 'node:fs';

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8'));

/** @param {string} from @param {string} name */
function isLocked(from, name) {
	for (
		let folder = from;
		;
		folder = folder.slice(0, Math.max(0, folder.lastIndexOf('/node_modules/')))
	) {
		if (lock.packages[`${folder ? `${folder}/` : ''}node_modules/${name}`]) return true;
		if (!folder) return false;
	}
}

/** @param {string} name */
function platformOf(name) {
	const os = /(android|darwin|freebsd|linux|netbsd|openbsd|openharmony|win32|wasm32)/.exec(
		name,
	)?.[1];
	const cpu = /(arm64|arm|x64|ia32|ppc64|riscv64|s390x|loong64|wasm32)/.exec(name)?.[1];
	return { os: [os === 'wasm32' ? 'none' : (os ?? 'none')], cpu: [cpu ?? 'none'] };
}

let added = 0;
for (const [folder, entry] of Object.entries(lock.packages)) {
	for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
		if (isLocked(folder, name)) continue;
		lock.packages[`node_modules/${name}`] = { version, optional: true, ...platformOf(name) };
		added++;
	}
}
lock.packages = Object.fromEntries(
	Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)),
);
writeFileSync(file, JSON.stringify(lock, null, '\t') + '\n');
console.log(`${added} optional packages added to the lock`);
