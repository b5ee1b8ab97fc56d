import { sql } from 'drizzle-orm';
import type { Actor } from '../../core/permissions/may';
import { holidaysSet } from '../../operations/school';
import type { App } from '../app';
import { readHolidaysAside, type HolidaysReadAside } from '../calendars/read-aside';
import { LARGEST_CALENDAR } from '../calendars/fetch-calendar';
import { school } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';
import { readSchool } from './school';

/** Holidays of the past matter to nobody; a few years ahead are as many as anybody plans. Milliseconds. */
const DAY = 86_400_000;
const BACK = 30 * DAY;
const AHEAD = 3 * 366 * DAY;

/** Keeps the school's holidays: readiness says which dates of a conference fall on one. */
export const setHolidays = performs(holidaysSet).by({
	async work({ tx, input: { holidays } }) {
		await tx.update(school).set({ holidays: [...holidays], version: sql`${school.version} + 1` });
		return { done: {}, act: { kind: 'school.changed', after: { holidays: holidays.length } } };
	},
});

/** Why a file of holidays was not taken. */
export type HolidaysFailure =
	Extract<HolidaysReadAside, { readonly ok: false }>['reason'] | 'too-large' | 'none-in-it';

/** Reads the holidays out of a calendar file and keeps them in the place of earlier ones; how many, or why not. */
export async function takeHolidays(
	app: App,
	actor: Actor,
	file: { readonly size: number; text(): Promise<string> },
): Promise<
	| { readonly ok: true; readonly count: number }
	| { readonly ok: false; readonly reason: HolidaysFailure }
> {
	if (file.size > LARGEST_CALENDAR) return { ok: false, reason: 'too-large' };
	const zone = (await readSchool(app.db))?.timeZone ?? 'UTC';
	const now = app.clock.now();
	const window = { start: now - BACK, end: now + AHEAD, zone, conferences: [] };
	const read = await readHolidaysAside(await file.text(), window);
	if (!read.ok) return read;
	if (read.holidays.length === 0) return { ok: false, reason: 'none-in-it' };
	await setHolidays(app, actor, { holidays: read.holidays });
	return { ok: true, count: read.holidays.length };
}
