import { eq } from 'drizzle-orm';
import { expect, it } from 'vitest';
import type { DeskPlan } from '$lib/core/desks/desk-plan';
import type { Actor } from '$lib/core/permissions/may';
import type { App } from '$lib/server/app';
import { publishConference, withdrawConference } from '$lib/server/conferences/change-conference';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { readProgress } from '$lib/server/conferences/read-progress';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import {
	adult,
	classTeacher,
	keptApart,
	person,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { bookVisit } from '$lib/server/visits/change-visit';
import { isHeldUp, readReadiness } from '$lib/server/readiness/read-readiness';
import { setFindingAside, takeFindingBack } from '$lib/server/readiness/set-aside';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import { done } from './done';

/** Time for two slots. */
const TWENTY_MINUTES = [{ date: '2026-12-03' as const, start: 960, end: 980 }];

/** A school in which readiness finds nothing: everybody can be reached, every teacher has confirmed. */
async function soundSchool(size: Parameters<typeof smallSchool>[1]) {
	const app = await freshApp();
	const school = await smallSchool(app, size);
	await app.db.update(adult).set({ telephone: '555 0100' });
	const teachers = await app.db.select().from(person);
	for (const { id } of teachers)
		await app.db
			.update(person)
			.set({ email: `${id}@school.example`, emailConfirmedAt: app.clock.now() })
			.where(eq(person.id, id));
	const row = async () => (await conferenceWithId(app.db, school.conference))!;
	const read = async (actor: Actor = school.organiser) => readReadiness(app, actor, await row());
	const told = async (actor?: Actor) =>
		(await read(actor)).map(
			({ kind, about }) => `${kind}: ${about.map(({ name }) => name).join(', ')}`,
		);
	return { app, school, row, read, told };
}

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

it('finds nothing in a sound school, before and after families see the conference', async () => {
	const { app, school, told } = await soundSchool({ families: 2, desks: 3 });
	expect(await told()).toEqual([]);
	// As before it is published, when no wishes are there yet.
	await withdrawConference(app, school.organiser, { conferenceId: school.conference });
	await app.db.delete(wishDesk);
	await app.db.delete(wish);
	expect(await told()).toEqual([]);
});

it('tells by name what is missing, and no longer when it is mended', async () => {
	const { app, school, told, row } = await soundSchool({ families: 2, desks: 3 });
	const [first] = await seriesOf(app, school, 0);
	await changeDesk(app, school, 0, { series: [{ ...first!, places: [] }] });
	const [second] = await seriesOf(app, school, 1);
	await changeDesk(app, school, 1, { series: [] });
	const [third] = await seriesOf(app, school, 2);
	const late = { kind: 'once' as const, date: '2026-12-05' as const, start: 600, end: 660 };
	await changeDesk(app, school, 2, { series: [{ ...third!, when: late }] });
	expect(await told()).toEqual(['no-times: Teacher 1', 'no-place: Teacher 0', 'clash: Teacher 2']);
	const { progress } = await readProgress(app, school.organiser, await row());
	expect(progress).toMatchObject({ findings: 3, worstFinding: 'no-times' });

	// Hours that differ on purpose are said to be right once, and are a clash again when they change.
	const { kind: _, ...hours } = late;
	await changeDesk(app, school, 2, { rightHours: [hours] });
	await changeDesk(app, school, 0, { series: [first!] });
	await changeDesk(app, school, 1, { series: [second!] });
	expect(await told()).toEqual([]);
	await changeDesk(app, school, 2, { series: [{ ...third!, when: { ...late, end: 670 } }] });
	expect(await told()).toEqual(['clash: Teacher 2']);
});

it('people: who meets nobody, who cannot be reached, who has not confirmed', async () => {
	const { app, told } = await soundSchool({ families: 2, desks: 2 });
	const [someone] = await app.db.select().from(person).limit(1);
	await app.db.update(person).set({ emailConfirmedAt: null }).where(eq(person.id, someone!.id));
	await app.db.update(adult).set({ telephone: null });
	expect(await told()).toEqual(['unreachable: Family 0, Family 1', 'email-unconfirmed: Teacher 0']);
	await app.db.delete(classTeacher);
	// Whose class nobody teaches is told by the class.
	expect(await told()).toContain('class-without-teacher: Seven');
	expect((await told()).filter((line) => line.startsWith('unreceived'))).toEqual([]);
});

it('seats are counted as they are booked', async () => {
	const { app, school, told, read } = await soundSchool({
		families: 4,
		desks: 1,
		hours: TWENTY_MINUTES,
	});
	expect(await told()).toEqual(['shortage: Teacher 0']);
	const [{ digest } = { digest: '' }] = await read();
	done(await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]])));
	// It lacks as much as before: what is booked is neither wanted nor free, nor when it is taken back.
	expect(await read()).toMatchObject([{ digest, numbers: { slots: 2 } }]);
	await withdrawConference(app, school.organiser, { conferenceId: school.conference });
	expect(await read()).toMatchObject([{ digest }]);
});

it('what is set aside stays aside as long as its facts are the same', async () => {
	const { app, school, read, row } = await soundSchool({ families: 1, desks: 2 });
	const { conference: conferenceId, organiser } = school;
	const series = await seriesOf(app, school, 1);
	await changeDesk(app, school, 1, { series: [] });
	const [found] = await read();
	expect(isHeldUp(await read())).toBe(true);
	const { digest } = found!;
	const empty = await setFindingAside(app, organiser, { conferenceId, digest, reason: ' ' });
	expect(empty).toEqual({ ok: false, reason: 'no-reason' });
	done(await setFindingAside(app, organiser, { conferenceId, digest, reason: 'She is ill.' }));
	expect(await read()).toMatchObject([{ kind: 'no-times', aside: 'She is ill.' }]);
	expect(isHeldUp(await read())).toBe(false);
	const counted = async () => (await readProgress(app, organiser, await row())).progress.findings;
	expect(await counted()).toBe(0);

	await changeDesk(app, school, 0, { series: [] });
	expect(await read()).toMatchObject([{ kind: 'no-times', aside: null }]);
	await changeDesk(app, school, 0, { series });
	expect(await read()).toMatchObject([{ aside: 'She is ill.' }]);
	done(await takeFindingBack(app, organiser, { conferenceId, digest }));
	expect(await read()).toMatchObject([{ aside: null }]);
});

it('what was not there when families were let in is new', async () => {
	const { app, school, read } = await soundSchool({ families: 1, desks: 3 });
	const { conference: conferenceId, organiser } = school;
	await changeDesk(app, school, 1, { series: [] });
	await withdrawConference(app, organiser, { conferenceId });
	const known = (await read()).map(({ digest }) => digest);
	await publishConference(app, organiser, { conferenceId, known });
	expect((await read()).map(({ isNew }) => isNew)).toEqual([false]);
	await changeDesk(app, school, 2, { series: [] });
	expect((await read()).map(({ isNew }) => isNew)).toEqual([true]);
});

it('families that cannot be kept apart are told to those alone who may know', async () => {
	const { app, school, told } = await soundSchool({
		families: 2,
		desks: 1,
		hours: TWENTY_MINUTES,
	});
	const [one, other] = school.families;
	await app.db
		.insert(keptApart)
		.values({ familyId: one!.id, otherFamilyId: other!.id, marginMinutes: 60 });
	const knowing = { ...school.organiser, knowsSafety: true } as Actor;
	expect(await told(knowing)).toEqual(['never-apart: Family 0, Family 1']);
	expect(await told({ ...school.organiser, knowsSafety: false } as Actor)).toEqual([]);
	const teacher = { kind: 'teacher' as const, person: (await app.db.select().from(person))[0]!.id };
	await expect(told(teacher)).rejects.toThrow();
});
