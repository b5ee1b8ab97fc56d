// Who may book when, and how much, as the office sets it.
import { eq, sql } from 'drizzle-orm';
import { expect, it } from 'vitest';
import type { DeskRules } from '$lib/core/desks/desk-rules';
import { usualRules } from '$lib/core/snapshot/rules';
import { loadSnapshot } from '$lib/server/conferences/load-snapshot';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { readProgress } from '$lib/server/conferences/read-progress';
import { readRules } from '$lib/server/conferences/read-rules';
import { saveRules } from '$lib/server/conferences/save-rules';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import { bookVisit } from '$lib/server/visits/change-visit';
import { familyView } from '$lib/server/visits/family-view';
import { lengthenWish } from '$lib/server/visits/lengthen-wish';
import { freshApp } from './database';
import { adultRight, conference, keptApart, slot } from '$lib/server/foundation/database/schema';
import { done, refused } from './done';
import { smallSchool } from './small-school';

it('each is changed by itself, obeyed at once, and told when it contradicts another', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 2 });
	const { organiser, conference: conferenceId } = school;
	const row = async () => (await conferenceWithId(app.db, conferenceId))!;
	const wrong = async () =>
		(await readProgress(app, organiser, await row())).progress.contradictions;
	expect(await wrong()).toBe(0);

	done(await saveRules(app, organiser, { conferenceId, pauseMinutes: 15 }));
	done(await saveRules(app, organiser, { conferenceId, rules: { perStudent: 3 } }));
	done(await saveRules(app, organiser, { conferenceId, rules: { perFamily: 1 } }));
	expect(await readRules(app, organiser, await row())).toMatchObject({
		rules: { ...usualRules, perStudent: 3, perFamily: 1 },
		pauseMinutes: 15,
		switchMinutes: 15,
		lastStart: (await loadSnapshot(app.db, conferenceId)).slots.at(-1)!.start,
		ownDesks: [],
	});
	expect(await wrong()).toBe(1);

	const [family] = school.families;
	const both = await school.request(0, [
		[0, 0],
		[1, 4],
	]);
	expect(await bookVisit(app, family!.actor, both)).toMatchObject({ ok: false });
	done(await saveRules(app, organiser, { conferenceId, rules: { perFamily: null } }));
	expect(await wrong()).toBe(0);
	// Ten minutes apart is less than the pause.
	const close = await school.request(0, [
		[0, 0],
		[1, 2],
	]);
	expect(await bookVisit(app, family!.actor, close)).toMatchObject({ ok: false });
	done(await bookVisit(app, family!.actor, { ...both, key: `${both.key} again` }));
});

it('a desk that takes bookings in its own way is named', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 0, desks: 2 });
	const { organiser, conference: conferenceId, desks } = school;
	done(await saveRules(app, organiser, { conferenceId, acceptance: { [desks[1]!]: 'asked' } }));
	const ruled = await readRules(app, organiser, (await conferenceWithId(app.db, conferenceId))!);
	expect(ruled.ownDesks).toEqual(['Teacher 1']);
});

/** A school whose second desk has the rules, and what the first family may book there. */
async function withDeskRules(rules: Partial<DeskRules>) {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 2 });
	const { organiser, conference: conferenceId, desks } = school;
	const [base] = (await loadPlans(app.db, conferenceId)).filter(({ id }) => id === desks[1]);
	const plan = { ...base!, rules: { ...base!.rules, ...rules } };
	const changes = [{ base: base!, plan }];
	done(await savePlans(app, organiser, { conferenceId, changes }));
	const [first, second] = school.families;
	const view = () => familyView(app, first!.actor, conferenceId, first!.id);
	const ids = { conferenceId, familyId: first!.id };
	return { app, school, first: first!, second: second!, ids, view };
}

it('a desk’s own limit binds there alone, families and the plan alike', async () => {
	const { app, school, first, second, view } = await withDeskRules({ perDay: 1 });
	done(await bookVisit(app, second.actor, await school.request(1, [[1, 0]])));
	const { limits } = await view();
	expect(limits.perDeskDay).toEqual({ [`${school.desks[1]}/2026-12-03`]: 0 });
	const full = await bookVisit(app, first.actor, await school.request(0, [[1, 3]]));
	expect(full).toMatchObject({ ok: false, conflicts: [{ code: 'desk-day-limit', limit: 1 }] });
	done(await bookVisit(app, first.actor, await school.request(0, [[0, 3]])));
});

it('a long talk is chosen where there are any, and takes its slots in a row', async () => {
	const { app, school, first, ids, view } = await withDeskRules({ longSlots: 2 });
	const [usual, long] = [await school.wish(0, 0), await school.wish(0, 1)];
	const choose = (wish: string, isLong: boolean) =>
		lengthenWish(app, first.actor, { ...ids, wish, isLong });
	expect(await choose(usual, true)).toEqual(refused('unknown'));
	done(await choose(long, true));
	const wishes = new Map((await view()).wishes.map((wish) => [wish.id as string, wish]));
	expect(wishes.get(usual)).toMatchObject({ length: 1, longLength: null });
	expect(wishes.get(long)).toMatchObject({ length: 2, longLength: 2 });
	// The last slot has none after it.
	const late = await bookVisit(app, first.actor, await school.request(0, [[1, 9]]));
	expect(late).toMatchObject({ ok: false, conflicts: [{ code: 'too-short', length: 2 }] });
	done(await bookVisit(app, first.actor, await school.request(0, [[1, 4]])));
	expect((await view()).appointments.map(({ slots }) => slots.length)).toEqual([2]);
	expect(await choose(long, false)).toEqual(refused('booked'));
});

it('families of a group see one another where the desk says so, and never whom few may know', async () => {
	const { app, school, first, second, view, ids } = await withDeskRules({ groupSees: true });
	await app.db.update(slot).set({ seats: 3 }).where(eq(slot.deskId, school.desks[1]!));
	await app.db.update(conference).set({ version: sql`version + 1` });
	done(await bookVisit(app, first.actor, await school.request(0, [[1, 0]])));
	expect((await view()).appointments[0]!.alsoThere).toEqual([]);
	done(await bookVisit(app, second.actor, await school.request(1, [[1, 0]])));
	const seen = async () => (await view()).appointments.flatMap(({ alsoThere }) => alsoThere);
	expect(await seen()).toEqual(['Family 1']);
	const apart = { familyId: ids.familyId, otherFamilyId: second.id, marginMinutes: 0 };
	await app.db.insert(keptApart).values(apart);
	expect(await seen()).toEqual([]);
	await app.db.delete(keptApart);
	const { adult: adultId, student: studentId } = second;
	const right = { adultId, studentId, mayBook: true, maySee: true, isTold: false };
	await app.db.insert(adultRight).values(right);
	expect(await seen()).toEqual([]);
});
