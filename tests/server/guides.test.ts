import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { conference, desk } from '$lib/server/foundation/database/schema';
import { readGuide } from '$lib/server/sharing/read-guide';
import { freshApp } from './database';
import { smallSchool } from './small-school';

it('a guide tells the conference’s rules and times, and nobody’s name', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const row = async () => (await conferenceWithId(app.db, school.conference))!;
	await app.db.update(desk).set({ name: 'Nobody’s Name' });
	const touched = { version: (await row()).version + 1 };
	await app.db.update(conference).set(touched);

	const { facts } = await readGuide(app, await row());
	expect(facts).toMatchObject({ entry: 'listed', asksFirst: false, changeMinutes: null });
	expect(facts.day.length).toBeGreaterThan(0);
	expect(JSON.stringify(facts)).not.toContain('Nobody’s Name');
});

it('what only its own link finds is in no picture', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 2 });
	const row = async () => (await conferenceWithId(app.db, school.conference))!;
	const [first, second] = school.desks;
	await app.db
		.update(desk)
		.set({ subject: 'Counselling', isListed: false })
		.where(eq(desk.id, first!));
	await app.db.update(desk).set({ subject: 'Music' }).where(eq(desk.id, second!));
	await app.db.update(conference).set({ version: (await row()).version + 1 });
	const { visit, day } = (await readGuide(app, await row())).facts;
	expect(visit.map(({ subject }) => subject)).toEqual(['Music']);
	expect(new Set(day.map(({ subject }) => subject))).toEqual(new Set(['Music']));
});
