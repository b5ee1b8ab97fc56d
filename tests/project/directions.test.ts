import { spawnSync } from 'node:child_process';
import { expect, it } from 'vitest';

it('imports against the direction are found', () => {
	const { status, stdout } = spawnSync(
		process.execPath,
		[
			'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
			...['--config', '.dependency-cruiser.cjs', 'tests/fixtures/directions'],
		],
		{ encoding: 'utf8' },
	);
	expect(status).not.toBe(0);
	expect(stdout).toMatch(/core-stands-alone.*knows-the-database/);
	expect(stdout).toMatch(/ui-knows-no-server.*asks-the-database/);
	expect(stdout).toMatch(/files-know-core-alone.*asks-the-server/);
	expect(stdout).toMatch(/operations-know-core-alone.*does-it-itself/);
	expect(stdout).toMatch(/no-circles-of-folders.*core\/one/);
	expect(stdout).toContain('6 dependency violations');
});
