import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { Actor } from '$lib/core/permissions/may';
import { bookVisit } from '$lib/server/visits/change-visit';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { writeListFile } from '$lib/server/register/write-lists';
import { changeRight, familySafety, keepApart } from '$lib/server/safety/change-safety';
import { familyView } from '$lib/server/visits/family-view';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { holdVisit } from '$lib/server/visits/hold-visit';
import { adult, appointmentAdult, familyAdult, hold } from '$lib/server/foundation/database/schema';
import { newId } from '$lib/server/foundation/identifiers';
import { freshApp } from './database';
import { smallSchool } from './small-school';

type Office = Extract<Actor, { account: string }>;

const HOURS = [{ date: '2026-12-03' as const, start: 960, end: 1080 }];

async function school() {
	const app = await freshApp();
	const small = await smallSchool(app, { families: 3, desks: 3, hours: HOURS });
	const knows: Actor = {
		...(small.organiser as Office),
		knowsSafety: true,
	};
	return { app, small, knows };
}
const rights = { mayBook: true, maySee: true, isTold: true };

describe('withdrawn rights of an adult', () => {
	it('who may not see a student finds nothing of it, and does not come along', async () => {
		const { app, small, knows } = await school();
		const [own] = small.families;
		await bookVisit(app, small.organiser, await small.request(0, [[0, 0]]));
		await changeRight(app, knows, {
			...rights,
			maySee: false,
			adult: own!.adult,
			student: own!.student,
		});
		const view = await familyView(app, own!.actor, small.conference, own!.id);
		expect([view.students, view.wishes, view.appointments]).toEqual([[], [], []]);
		const office = await familyView(app, small.organiser, small.conference, own!.id);
		expect(office.appointments).toHaveLength(1);
		const words = { summary: () => '', place: () => '', description: () => '' };
		expect(visitCalendar({ view, ended: [] }, app.clock.now(), words)).not.toContain('VEVENT');
	});

	it('who may not book for a student sees its appointments and cannot book', async () => {
		const { app, small, knows } = await school();
		const [own] = small.families;
		await bookVisit(app, small.organiser, await small.request(0, [[0, 0]]));
		await changeRight(app, knows, {
			...rights,
			mayBook: false,
			adult: own!.adult,
			student: own!.student,
		});
		const view = await familyView(app, own!.actor, small.conference, own!.id);
		expect(view.appointments).toHaveLength(1);
		expect(view.wishes).toEqual([]);
		const tried = await bookVisit(app, own!.actor, await small.request(0, [[1, 2]]));
		expect(tried).toMatchObject({ ok: false });
		const comes = await app.db
			.select()
			.from(appointmentAdult)
			.where(eq(appointmentAdult.adultId, own!.adult));
		expect(comes).toHaveLength(1);
	});
});

it('the office books for a family what an adult of it holds, whatever is withdrawn from another one', async () => {
	const { app, small, knows } = await school();
	const [own] = small.families;
	const second = newId(app.clock);
	await app.db.insert(adult).values({ id: second, givenName: 'Second' });
	await app.db.insert(familyAdult).values({ familyId: own!.id, adultId: second });
	await changeRight(app, knows, { ...rights, maySee: false, adult: second, student: own!.student });
	const wanted = await small.request(0, [[0, 0]]);
	expect(await holdVisit(app, own!.actor, wanted)).toMatchObject({ ok: true });
	expect(await bookVisit(app, small.organiser, wanted)).toMatchObject({ ok: true });
	expect(await app.db.select().from(hold)).toEqual([]);
});

describe('families kept apart', () => {
	it('are never at the school together, with the margin; nobody can tell why', async () => {
		const { app, small, knows } = await school();
		const [a, b, c] = small.families;
		await keepApart(app, knows, { family: b!.id, other: a!.id, margin: 30 });
		// 16:40 to 16:50 for the first family: the other may be there before 16:10 or from 17:20 on.
		expect(await bookVisit(app, a!.actor, await small.request(0, [[0, 4]]))).toMatchObject({
			ok: true,
		});
		const view = await familyView(app, b!.actor, small.conference, b!.id);
		const free = view.slots.filter(({ free }) => free).map(({ start }) => start);
		const minute = (start: number) => (start - Date.parse('2026-12-03T20:00:00Z')) / 60_000;
		expect([...new Set(free.map(minute))]).toEqual([80, 90, 100, 110]);
		const other = await familyView(app, c!.actor, small.conference, c!.id);
		expect(other.slots.filter(({ free }) => free).length).toBeGreaterThan(free.length);
		for (const slot of [2, 4, 6, 7])
			expect(await bookVisit(app, b!.actor, await small.request(1, [[1, slot]]))).toMatchObject({
				ok: false,
				conflicts: [{ code: 'taken' }],
			});
		// Before and after would be a visit around the other one.
		expect(
			await bookVisit(
				app,
				b!.actor,
				await small.request(1, [
					[1, 0],
					[2, 9],
				]),
			),
		).toMatchObject({ ok: false });
		expect(
			await bookVisit(
				app,
				b!.actor,
				await small.request(1, [
					[1, 8],
					[2, 9],
				]),
			),
		).toMatchObject({ ok: true });
		const firstAgain = await bookVisit(app, a!.actor, await small.request(0, [[1, 7]]));
		expect(firstAgain).toMatchObject({ ok: false });
	});

	it('two of them who book at the same moment do not end up together', async () => {
		const { app, small, knows } = await school();
		const [a, b] = small.families;
		await keepApart(app, knows, { family: a!.id, other: b!.id, margin: 0 });
		const requests = [await small.request(0, [[0, 3]]), await small.request(1, [[1, 3]])];
		const results = await Promise.all([
			bookVisit(app, a!.actor, requests[0]!),
			bookVisit(app, b!.actor, requests[1]!),
		]);
		expect(results.map(({ ok }) => ok).sort()).toEqual([false, true]);
	});
});

describe('what few may know', () => {
	it('is shown to them alone, and is in no list', async () => {
		const { app, small, knows } = await school();
		const [a, b] = small.families;
		await keepApart(app, knows, { family: a!.id, other: b!.id, margin: 45 });
		await changeRight(app, knows, {
			...rights,
			isTold: false,
			adult: a!.adult,
			student: a!.student,
		});
		expect(await familySafety(app, knows, a!.id)).toMatchObject({
			apart: [{ family: { id: b!.id, label: 'Family 1' }, margin: 45 }],
		});
		const notKnowing: Actor = {
			...(knows as Office),
			knowsSafety: false,
		};
		expect(await familySafety(app, notKnowing, a!.id)).toBeNull();
		await expect(
			keepApart(app, notKnowing, { family: a!.id, other: b!.id, margin: null }),
		).rejects.toThrow(ForbiddenError);
		await expect(
			changeRight(app, a!.actor, { ...rights, adult: a!.adult, student: a!.student }),
		).rejects.toThrow(ForbiddenError);
		const files = await Promise.all(
			['families.csv', 'students.csv'].map((name) => writeListFile(app, notKnowing, name)),
		);
		for (const file of files)
			expect(new TextDecoder().decode(file!.bytes)).not.toMatch(/apart|\b45\b|\bmay\b/i);
		const acts = await app.db.execute(
			sql`select after::text as text from act where kind like 'safety.%'`,
		);
		expect(acts.length).toBe(2);
		for (const { text } of acts) expect(text).not.toMatch(/Adult|Student|Family/);
	});
});
