import { expect, it } from 'vitest';
import { isReady, readReadiness } from '$lib/server/conferences/readiness';
import { readProgress } from '$lib/server/conferences/read-progress';
import {
	classTeacher,
	conference,
	person,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import type { DeskPlan } from '$lib/core/desks/desk-plan';
import type { App } from '$lib/server/app';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import { done } from './done';

async function changeDesk(app: App, school: SmallSchool, at: number, change: Partial<DeskPlan>) {
	const base = (await loadPlans(app.db, school.conference))[at]!;
	const saved = await savePlans(app, school.organiser, {
		conferenceId: school.conference,
		changes: [{ base, plan: { ...base, ...change } }],
	});
	expect(done(saved).outcomes).toMatchObject([{ faults: [], refusal: null }]);
}
const seriesOf = async (app: App, school: SmallSchool, at: number) =>
	(await loadPlans(app.db, school.conference))[at]!.series;

it('before a conference is published it is told what clashes, has no place, no times, and who meets nobody', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 2, desks: 3 });
	const readiness = () => readReadiness(app, school.organiser, school.conference);
	expect(isReady(await readiness())).toBe(true);
	// The same before it is published, when no wishes are there yet.
	await app.db.delete(wishDesk);
	await app.db.delete(wish);
	expect(isReady(await readiness())).toBe(true);

	const [first] = await seriesOf(app, school, 0);
	await changeDesk(app, school, 0, { series: [{ ...first!, places: [] }] });
	await changeDesk(app, school, 1, { series: [] });
	const [third] = await seriesOf(app, school, 2);
	const late = { kind: 'once' as const, date: '2026-12-05' as const, start: 600, end: 660 };
	await changeDesk(app, school, 2, { series: [{ ...third!, when: late }] });
	expect(await readiness()).toEqual({
		clashes: 1,
		placeless: ['Teacher 0'],
		timeless: ['Teacher 1'],
		unreceived: [],
	});

	// Hours that differ on purpose are said to be right once, and are a clash again when they change.
	const { kind: _, ...hours } = late;
	await changeDesk(app, school, 2, { rightHours: [hours] });
	expect((await readiness()).clashes).toBe(0);
	await changeDesk(app, school, 2, { series: [{ ...third!, when: { ...late, end: 670 } }] });
	expect((await readiness()).clashes).toBe(1);

	const [row] = await app.db.select().from(conference);
	const { progress } = await readProgress(app, school.organiser, row!);
	expect(progress).toMatchObject({ desksWithoutTimes: 1, desksWithoutPlace: 1 });

	await app.db.delete(classTeacher);
	expect((await readiness()).unreceived).toEqual(['Student 0', 'Student 1']);
	const teacher = { kind: 'teacher' as const, person: (await app.db.select().from(person))[0]!.id };
	await expect(readReadiness(app, teacher, school.conference)).rejects.toThrow();
});
