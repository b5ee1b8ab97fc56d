import { readFileSync } from 'node:fs';
import type { Actor } from '../src/lib/core/permissions/may';
import type { App } from '../src/lib/server/app';
import { takeLogo } from '../src/lib/server/look/logos';
import { changeSchool } from '../src/lib/server/register/change-school';
import { readSchool } from '../src/lib/server/register/school';
import { look } from './gannet-cove';

/** Gives the school its colour, its words and its logo. */
export async function seedLook(app: App, organiser: Actor): Promise<void> {
	const known = await readSchool(app.db);
	const { name, timeZone, version } = known!;
	await changeSchool(app, organiser, { name, timeZone, version, ...look });
	const failure = await takeLogo(app, organiser, new Blob([readFileSync('demo/logo.svg')]));
	if (failure) throw new Error(`the demo's logo was not taken: ${failure}`);
}
