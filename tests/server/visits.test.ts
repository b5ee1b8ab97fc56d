import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { Rules } from '$lib/core/snapshot/rules';
import type { App } from '$lib/server/app';
import { answerAppointment } from '$lib/server/visits/answer-appointment';
import { bookVisit, cancelAppointments, changeVisit } from '$lib/server/visits/change-visit';
import { askGuest, guestView, withdrawGuest } from '$lib/server/visits/guests';
import { giveBack, holdVisit, offerSlots } from '$lib/server/visits/hold-visit';
import { sweepHolds } from '$lib/server/visits/tend-visits';
import { tend } from './tend';
import { undoVisitAct } from '$lib/server/visits/undo-visit';
import { tendWaitingList } from '$lib/server/visits/tend-waiting-list';
import { joinWaitingList, leaveWaitingList } from '$lib/server/visits/waiting-list';
import { saveRules } from '$lib/server/conferences/save-rules';
import { readSeatStates } from '$lib/server/conferences/read-claims';
import {
	act,
	adult,
	appointment,
	appointmentWish,
	claim,
	conference,
	family,
	familyAdult,
	familyStudent,
	hold,
	keptApart,
	person,
	slot,
	waiting,
	wish,
} from '$lib/server/foundation/database/schema';
import { alongThing } from '$lib/server/visits/along-thing';
import { postgresError } from '$lib/server/foundation/database/errors';
import { readDeskBoard } from '$lib/server/desks/desk-board';
import { mergeFamilies } from '$lib/server/register/rearrange-families';
import { findClashes } from '$lib/core/clashes/find-clashes';
import { newId } from '$lib/server/foundation/identifiers';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { familyView } from '$lib/server/visits/family-view';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import { done, refused } from './done';

const MINUTE = 60_000;

/** The same app, so many minutes later. */
const after = (app: App, minutes: number): App => ({
	...app,
	clock: { now: () => app.clock.now() + minutes * MINUTE },
});

async function setUp(size: Parameters<typeof smallSchool>[1], rules: Partial<Rules> = {}) {
	const app = await freshApp();
	const school = await smallSchool(app, size);
	if (Object.keys(rules).length)
		await app.db.update(conference).set({ rules: rules as Rules, version: sql`version + 1` });
	return { app, school };
}

const codes = (
	result: { ok: false; reason: string; conflicts?: readonly { code: string }[] } | { ok: true },
) => (result.ok ? 'ok' : (result.conflicts ?? []).map(({ code }) => code));

const request = async (school: SmallSchool, family: number, picks: [number, number][]) =>
	school.request(family, picks);

async function standing(app: App, familyId?: string) {
	const rows = await app.db.select().from(appointment).orderBy(appointment.startsAt);
	return rows
		.filter((row) => familyId === undefined || row.familyId === familyId)
		.map(({ standing }) => standing);
}

describe('a hold', () => {
	it('keeps a visit for eight minutes, is prolonged to twenty, and ends by itself', async () => {
		const { app, school } = await setUp({ families: 2, desks: 2 });
		const [first, second] = school.families;
		const wanted = await request(school, 0, [
			[0, 0],
			[1, 2],
		]);
		const held = await holdVisit(app, first!.actor, wanted);
		expect(held).toMatchObject({ ok: true });
		const start = app.clock.now();
		expect(held.ok && Math.round((held.hold.until - start) / MINUTE)).toBe(8);
		const states = await readSeatStates(app.db, school.conference, app.clock.now());
		expect(states.get(wanted.appointments[0]!.slot)).toBe('held');

		// To others it is taken; to the family itself it is free.
		const theirs = await request(school, 1, [[0, 0]]);
		expect(codes(await bookVisit(app, second!.actor, theirs))).toEqual(['taken']);
		const seen = async (family: number) =>
			(
				await familyView(
					app,
					school.families[family]!.actor,
					school.conference,
					school.families[family]!.id,
				)
			).slots.find(({ id }) => id === wanted.appointments[0]!.slot);
		expect(await seen(0)).toMatchObject({ free: true });
		expect(await seen(1)).toMatchObject({ free: false, why: 'taken' });

		for (const [minutes, left] of [
			[7, 8],
			[14, 6],
			[19, 1],
		] as const) {
			const later = after(app, minutes);
			const again = await holdVisit(later, first!.actor, { ...wanted, key: newId(app.clock) });
			expect(again.ok && Math.round((again.hold.until - later.clock.now()) / MINUTE)).toBe(left);
		}
		expect(await app.db.select().from(hold)).toHaveLength(1);

		// Nobody swept: the server may have died. What has ended is in nobody's way.
		expect(
			codes(await bookVisit(after(app, 21), second!.actor, { ...theirs, key: newId(app.clock) })),
		).toBe('ok');
		expect(await sweepHolds(after(app, 21))).toBe(1);
		expect(await app.db.select().from(hold)).toHaveLength(0);
		expect(
			await app.db
				.select()
				.from(claim)
				.where(sql`hold_id is not null`),
		).toHaveLength(0);
	});

	it('is used up by booking, taken over by the next one, and given back on leaving', async () => {
		const { app, school } = await setUp({ families: 1, desks: 2 });
		const { actor, id } = school.families[0]!;
		const conferenceId = school.conference;
		await holdVisit(app, actor, await request(school, 0, [[0, 0]]));
		await holdVisit(app, actor, await request(school, 0, [[0, 1]]));
		expect(await app.db.select().from(claim).where(eq(claim.kind, 'desk'))).toHaveLength(1);
		expect(await giveBack(app, actor, { conferenceId, familyId: id })).toEqual({ ok: true });
		expect(await giveBack(app, actor, { conferenceId, familyId: id })).toEqual(refused('unknown'));
		await holdVisit(app, actor, await request(school, 0, [[0, 1]]));
		expect(codes(await bookVisit(app, actor, await request(school, 0, [[0, 2]])))).toBe('ok');
		expect(await app.db.select().from(hold)).toHaveLength(0);
		expect(await app.db.select().from(claim).where(eq(claim.kind, 'desk'))).toHaveLength(1);
	});

	it('replaces only what is the family’s own', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1 });
		const [first, second] = school.families;
		const booked = await bookVisit(app, first!.actor, await request(school, 0, [[0, 0]]));
		const wanted = await request(school, 1, [[0, 0]]);
		const replaces = booked.ok ? booked.appointments : [];
		expect(codes(await holdVisit(app, second!.actor, { ...wanted, replaces }))).toEqual(['taken']);
		// What stays as it is needs no hold.
		const own = await request(school, 0, [[0, 0]]);
		const held = await holdVisit(app, first!.actor, { ...own, replaces });
		expect(held).toMatchObject({ ok: true, hold: { keeps: [] } });
	});

	it('of a new visit stands beside the old one', async () => {
		const { app, school } = await setUp({ families: 1, desks: 1 });
		const { actor } = school.families[0]!;
		const booked = await bookVisit(app, actor, await request(school, 0, [[0, 3]]));
		const replaces = booked.ok ? booked.appointments : [];
		const next = await request(school, 0, [[0, 4]]);
		expect(codes(await holdVisit(app, actor, next))).toEqual(['already-arranged']);
		expect(await holdVisit(app, actor, { ...next, replaces })).toMatchObject({ ok: true });
		expect(await standing(app)).toEqual(['booked']);
		expect(codes(await changeVisit(app, actor, { ...next, key: newId(app.clock) }))).toBe('ok');
		expect(await standing(app)).toEqual(['booked']);
		expect(await app.db.select().from(claim).where(eq(claim.kind, 'desk'))).toHaveLength(1);
	});
});

describe('a change of a visit', () => {
	it('leaves alone what stays, also when that can no longer be changed', async () => {
		const { app, school } = await setUp({ families: 1, desks: 2 }, { changeMinutes: 60 });
		const { actor } = school.families[0]!;
		const both = await request(school, 0, [
			[0, 0],
			[1, 8],
		]);
		await bookVisit(app, actor, both);
		const [first] = await app.db.select().from(appointment).orderBy(appointment.startsAt);
		const late = after(app, (first!.startsAt - app.clock.now()) / MINUTE - 50);
		const moved = await request(school, 0, [
			[0, 0],
			[1, 7],
		]);
		const withModes = moved.appointments.map((entry) => ({ ...entry, mode: 'in-person' as const }));
		expect(codes(await changeVisit(late, actor, { ...moved, appointments: withModes }))).toBe('ok');
		const [same] = await app.db.select().from(appointment).orderBy(appointment.startsAt);
		expect(same).toEqual(first);
	});

	it('is one step: appointments move, come and go, or nothing happens', async () => {
		const { app, school } = await setUp({ families: 2, desks: 3 });
		const [first, second] = school.families;
		const before = await bookVisit(
			app,
			first!.actor,
			await request(school, 0, [
				[0, 0],
				[1, 2],
			]),
		);
		await bookVisit(app, second!.actor, await request(school, 1, [[0, 5]]));
		const kept = await app.db.select().from(appointment).where(eq(appointment.familyId, first!.id));

		const lost = await request(school, 0, [
			[0, 5],
			[2, 2],
		]);
		expect(codes(await changeVisit(app, first!.actor, lost))).toEqual(['taken']);
		expect(
			await app.db.select().from(appointment).where(eq(appointment.familyId, first!.id)),
		).toEqual(kept);

		const won = await request(school, 0, [
			[0, 6],
			[2, 2],
		]);
		const result = await changeVisit(app, first!.actor, won);
		expect(await changeVisit(app, first!.actor, won)).toEqual(result);
		const rows = await app.db.select().from(appointment).where(eq(appointment.familyId, first!.id));
		expect(rows).toHaveLength(3);
		// The one with the first teacher moved and is still the same appointment.
		expect(
			before.ok &&
				result.ok &&
				result.appointments.filter((id) => before.appointments.includes(id)),
		).toHaveLength(1);
		expect(rows.filter(({ standing }) => standing === 'cancelled')).toHaveLength(1);
	});

	it('comes too late some time before the start, but not for the office', async () => {
		const { app, school } = await setUp({ families: 1, desks: 1 }, { changeMinutes: 60 });
		const { actor, id } = school.families[0]!;
		const booked = await bookVisit(app, actor, await request(school, 0, [[0, 0]]));
		const [row] = await app.db.select().from(appointment);
		const late = after(app, (row!.startsAt - app.clock.now()) / MINUTE - 59);
		const cancel = {
			conferenceId: school.conference,
			familyId: id,
			cancel: booked.ok ? booked.appointments : [],
			key: newId(app.clock),
		};
		expect(await cancelAppointments(late, actor, cancel)).toMatchObject({
			conflicts: [{ code: 'too-late' }],
		});
		expect(await cancelAppointments(late, school.organiser, cancel)).toMatchObject({ ok: true });
		expect(await cancelAppointments(late, actor, { ...cancel, cancel: [id] })).toEqual(
			refused('unknown'),
		);
	});
});

describe('the waiting list', () => {
	const full = async () => {
		const made = await setUp({
			families: 5,
			desks: 2,
			hours: [{ date: '2026-12-03', start: 960, end: 980 }],
		});
		const { app, school } = made;
		const join = async (family: number, desk = 0) =>
			joinWaitingList(app, school.families[family]!.actor, {
				conferenceId: school.conference,
				familyId: school.families[family]!.id,
				wish: await school.wish(family, desk),
			});
		const cancel = async (family: number) => {
			const { id, actor } = school.families[family]!;
			const own = await app.db.select().from(appointment).where(eq(appointment.familyId, id));
			await cancelAppointments(app, actor, {
				conferenceId: school.conference,
				familyId: id,
				key: newId(app.clock),
				cancel: own.map(({ id }) => id),
			});
		};
		const offered = async () =>
			(await app.db.select().from(hold).where(eq(hold.kind, 'waiting'))).map(({ familyId }) =>
				school.families.findIndex(({ id }) => id === familyId),
			);
		return { ...made, join, cancel, offered };
	};

	it('offers a place to the first whom it fits, then to the next, to none of them twice', async () => {
		const { app, school, join, cancel, offered } = await full();
		await bookVisit(app, school.families[0]!.actor, await request(school, 0, [[0, 0]]));
		await bookVisit(app, school.families[1]!.actor, await request(school, 1, [[0, 1]]));
		// The third family is with the other teacher at the time of the first slot.
		await bookVisit(app, school.families[2]!.actor, await request(school, 2, [[1, 0]]));
		for (const family of [2, 3, 4]) await join(family);
		expect(await tendWaitingList(app, school.conference)).toBe(0);
		await cancel(0);
		expect(await tendWaitingList(app, school.conference)).toBe(1);
		expect(await offered()).toEqual([3]);
		expect(await tendWaitingList(app, school.conference)).toBe(0);

		// It lapses: the next one whom it fits.
		await tend(after(app, 721));
		expect(await offered()).toEqual([4]);
		// Who lets it pass is not asked again.
		const [held] = await app.db.select().from(hold);
		await giveBack(after(app, 722), school.families[4]!.actor, {
			conferenceId: school.conference,
			familyId: school.families[4]!.id,
			hold: held!.id,
		});
		expect(await tendWaitingList(after(app, 723), school.conference)).toBe(0);
		expect(await app.db.select().from(waiting)).toHaveLength(3);
		await cancel(1);
		expect(await tendWaitingList(after(app, 724), school.conference)).toBe(1);
		expect(await offered()).toEqual([2]);
	});

	it.each<[what: string, rules: Partial<Rules>, opensIn: number | null, minutes: number]>([
		['another day is near enough', { rollingDays: 8 }, null, 24 * 60],
		['booking has begun', {}, 90, 91],
	])('goes on when %s, and nobody has done anything', async (_, rules, opensIn, minutes) => {
		const { app, school, join, cancel, offered } = await full();
		const { conference: conferenceId } = school;
		await bookVisit(app, school.families[0]!.actor, await request(school, 0, [[0, 0]]));
		await bookVisit(app, school.families[1]!.actor, await request(school, 1, [[0, 1]]));
		await join(2);
		await cancel(0);
		const opensAt = opensIn === null ? null : app.clock.now() + opensIn * MINUTE;
		done(await saveRules(app, school.organiser, { conferenceId, rules }));
		await app.db.update(conference).set({ opensAt, version: sql`${conference.version} + 1` });
		expect(await tendWaitingList(app, conferenceId)).toBe(0);
		expect(await tendWaitingList(app, conferenceId)).toBe(0);
		expect(await tendWaitingList(after(app, minutes), conferenceId)).toBe(1);
		expect(await offered()).toEqual([2]);
	});

	it('is left by who takes what is offered, and offers nothing twice to two at once', async () => {
		const { app, school, join, cancel, offered } = await full();
		await bookVisit(app, school.families[0]!.actor, await request(school, 0, [[0, 0]]));
		await bookVisit(app, school.families[1]!.actor, await request(school, 1, [[0, 1]]));
		for (const family of [2, 3, 4]) await join(family);
		await cancel(0);
		const tended = await Promise.all([1, 2, 3].map(() => tendWaitingList(app, school.conference)));
		expect(tended.reduce((sum, count) => sum + count)).toBe(1);
		expect(await offered()).toEqual([2]);
		const taken = await bookVisit(
			app,
			school.families[2]!.actor,
			await request(school, 2, [[0, 0]]),
		);
		expect(codes(taken)).toBe('ok');
		expect(await app.db.select().from(waiting)).toHaveLength(2);
		expect(await offered()).toEqual([]);
		await cancel(1);
		await tendWaitingList(app, school.conference);
		expect(await offered()).toEqual([3]);
		const { id: familyId, actor } = school.families[3]!;
		const leaving = { conferenceId: school.conference, familyId, wish: await school.wish(3, 0) };
		expect(await leaveWaitingList(app, actor, leaving)).toEqual({ ok: true });
		expect(await leaveWaitingList(app, actor, leaving)).toEqual(refused('unknown'));
		await tendWaitingList(app, school.conference);
		expect(await offered()).toEqual([4]);
	});
});

describe('an offer', () => {
	it('keeps particular slots for one family, who takes one; the rest is free again', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1 });
		const { id, actor } = school.families[0]!;
		const { appointments: alternatives } = await request(school, 0, [
			[0, 1],
			[0, 3],
		]);
		const offer = {
			conferenceId: school.conference,
			familyId: id,
			key: newId(app.clock),
			alternatives,
			until: app.clock.now() + 60 * MINUTE,
		};
		await expect(offerSlots(app, actor, offer)).rejects.toThrow(ForbiddenError);
		const [teacher] = await app.db.select().from(person).where(eq(person.isTeacher, true));
		expect(
			codes(
				await offerSlots(
					app,
					{ kind: 'teacher', person: teacher!.id },
					{ ...offer, person: teacher!.id },
				),
			),
		).toBe('ok');
		const states = async () =>
			[...(await readSeatStates(app.db, school.conference, app.clock.now())).values()].filter(
				(state) => state === 'held',
			).length;
		expect(await states()).toBe(2);
		expect(
			codes(await bookVisit(app, school.families[1]!.actor, await request(school, 1, [[0, 3]]))),
		).toEqual(['taken']);
		expect(codes(await bookVisit(app, actor, await request(school, 0, [[0, 3]])))).toBe('ok');
		expect(await states()).toBe(0);
	});
});

describe('what was asked for', () => {
	it('takes its place at once, is accepted or declined, and never lapses', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1 }, { acceptance: 'asked' });
		await bookVisit(app, school.families[0]!.actor, await request(school, 0, [[0, 0]]));
		await bookVisit(app, school.families[1]!.actor, await request(school, 1, [[0, 1]]));
		expect(await standing(app)).toEqual(['asked', 'asked']);
		const [one, other] = await app.db.select().from(appointment).orderBy(appointment.startsAt);
		expect((one!.answerBy! - app.clock.now()) / MINUTE / 60).toBeCloseTo(48, 0);
		await tend(after(app, 49 * 60));
		expect(await standing(app)).toEqual(['asked', 'asked']);

		const [teacher] = await app.db.select().from(person).where(eq(person.isTeacher, true));
		const stranger = newId(app.clock);
		const answer = (id: string, accept: boolean, who: string) =>
			answerAppointment(
				app,
				{ kind: 'teacher', person: who },
				{
					appointment: id,
					accept,
					key: newId(app.clock),
				},
			);
		await expect(answer(one!.id, true, stranger)).rejects.toThrow(ForbiddenError);
		expect(await answer(one!.id, true, teacher!.id)).toMatchObject({ ok: true });
		expect(await answer(one!.id, false, teacher!.id)).toEqual(refused('settled'));
		expect(await answer(other!.id, false, teacher!.id)).toMatchObject({ ok: true });
		expect(await answer(stranger, true, teacher!.id)).toEqual(refused('unknown'));
		expect(await standing(app)).toEqual(['booked', 'declined']);
		expect(await app.db.select().from(claim).where(eq(claim.kind, 'desk'))).toHaveLength(1);
	});
});

describe('undoing', () => {
	const lastAct = async (app: App) =>
		(await app.db.select().from(act).orderBy(act.id))
			.filter(({ kind }) => kind.startsWith('visit.'))
			.at(-1)!.id;

	it('brings back what was, and takes back an undoing', async () => {
		const { app, school } = await setUp({ families: 1, desks: 2 });
		const { actor } = school.families[0]!;
		await bookVisit(
			app,
			actor,
			await request(school, 0, [
				[0, 0],
				[1, 2],
			]),
		);
		const seen = async () => ({
			appointments: (await app.db.select().from(appointment).orderBy(appointment.id)).map(
				({ version: _, ...row }) => row,
			),
			claims: (await app.db.select().from(claim))
				.map(({ id: _, ...row }) => JSON.stringify(row))
				.sort(),
		});
		const before = await seen();
		await changeVisit(app, actor, await request(school, 0, [[0, 3]]));
		const changed = await seen();
		const first = await undoVisitAct(app, school.organiser, { act: await lastAct(app) });
		expect(first).toMatchObject({ ok: true });
		expect(await seen()).toEqual(before);
		expect(
			await undoVisitAct(app, school.organiser, { act: first.ok ? first.act : '' }),
		).toMatchObject({
			ok: true,
		});
		expect(await seen()).toEqual(changed);
		// What the office did is not for a family to take back.
		expect(await undoVisitAct(app, actor, { act: await lastAct(app) })).toEqual(refused('unknown'));
	});

	it('makes no second appointment for one wish, and gives back just the same people and seat', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1 });
		const [first, second] = school.families;
		const ids = { conferenceId: school.conference, familyId: first!.id };
		await app.db.update(slot).set({ seats: 2 });
		await app.db.update(conference).set({ version: sql`version + 1` });
		await bookVisit(app, first!.actor, await request(school, 0, [[0, 0]]));
		const booked = (await app.db.select().from(appointment)).map(({ id }) => id);
		await cancelAppointments(app, first!.actor, { ...ids, key: newId(app.clock), cancel: booked });
		const cancelled = await lastAct(app);
		const other = await bookVisit(app, first!.actor, await request(school, 0, [[0, 5]]));
		expect(await undoVisitAct(app, school.organiser, { act: cancelled })).toEqual({
			ok: false,
			reason: 'not-allowed',
		});
		await cancelAppointments(app, first!.actor, {
			...ids,
			key: newId(app.clock),
			cancel: other.ok ? other.appointments : [],
		});
		// The first of two seats is somebody else's now: the same seat cannot be given back.
		await bookVisit(app, second!.actor, await request(school, 1, [[0, 0]]));
		expect(await undoVisitAct(app, school.organiser, { act: cancelled })).toEqual({
			ok: false,
			reason: 'taken',
		});
		expect((await standing(app, first!.id)).sort()).toEqual(['cancelled', 'cancelled']);
		// Whatever the program does, the database serves a wish once.
		const served = await app.db.select().from(appointmentWish);
		const [wished] = served.filter(({ stands }) => stands);
		const [ended] = served.filter(({ stands }) => !stands);
		await expect(
			app.db.execute(sql`update appointment_wish set wish_id = ${wished!.wishId}, stands = true
				where appointment_id = ${ended!.appointmentId}`),
		).rejects.toSatisfy((error) =>
			/wish_served_once|appointment_wish_stands/.test(postgresError(error)?.constraint_name ?? ''),
		);
	});

	it('brings nobody together with a family that is kept apart', async () => {
		const { app, school } = await setUp({ families: 2, desks: 2 });
		const [first, second] = school.families;
		const booked = await bookVisit(app, first!.actor, await request(school, 0, [[0, 0]]));
		await cancelAppointments(app, first!.actor, {
			conferenceId: school.conference,
			familyId: first!.id,
			key: newId(app.clock),
			cancel: booked.ok ? booked.appointments : [],
		});
		await app.db
			.insert(keptApart)
			.values({ familyId: first!.id, otherFamilyId: second!.id, marginMinutes: 15 });
		const cancelled = await lastAct(app);
		await bookVisit(app, second!.actor, await request(school, 1, [[1, 1]]));
		expect(await undoVisitAct(app, school.organiser, { act: cancelled })).toEqual({
			ok: false,
			reason: 'taken',
		});
		expect(await standing(app, first!.id)).toEqual(['cancelled']);
	});

	it('is refused when something newer stands in the way', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1 });
		const [first, second] = school.families;
		await bookVisit(app, first!.actor, await request(school, 0, [[0, 0]]));
		const booked = await lastAct(app);
		await changeVisit(app, first!.actor, await request(school, 0, [[0, 1]]));
		const changed = await lastAct(app);
		expect(await undoVisitAct(app, school.organiser, { act: booked })).toEqual({
			ok: false,
			reason: 'newer',
		});
		await bookVisit(app, second!.actor, await request(school, 1, [[0, 0]]));
		expect(await undoVisitAct(app, school.organiser, { act: changed })).toEqual({
			ok: false,
			reason: 'taken',
		});
		expect(await standing(app)).toEqual(['booked', 'booked']);
	});
});

describe('a guest', () => {
	it('finds the one appointment by a link of its own, and nothing of the family', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1 });
		const [first, second] = school.families;
		await bookVisit(app, first!.actor, await request(school, 0, [[0, 0]]));
		const [row] = await app.db.select().from(appointment);
		const whom = { appointment: row!.id, name: 'Sam Worker', email: 'sam@town.example' };
		await expect(askGuest(app, second!.actor, whom)).rejects.toThrow(ForbiddenError);
		const asked = done(await askGuest(app, first!.actor, whom));
		const token = asked.link.split('/').at(-1)!;
		const seen = await guestView(app, token);
		expect(seen).toEqual({
			conference: 'Winter',
			timeZone: 'America/Halifax',
			desk: { name: 'Teacher 0', substitutes: [] },
			start: row!.startsAt,
			end: row!.endsAt,
			place: { kind: 'room', name: 'Room 0', buildingName: 'House' },
			link: null,
			id: asked.id,
			revision: expect.any(Number),
		});
		expect(await guestView(app, `${token.slice(0, -1)}!`)).toBeNull();
		expect(JSON.stringify(await app.db.select().from(act))).not.toContain('Sam');
		const shown = async () => {
			const view = await familyView(app, first!.actor, school.conference, first!.id);
			return view.appointments[0]!.guests;
		};
		expect(await shown()).toEqual([{ id: asked.id, name: 'Sam Worker' }]);
		expect(await withdrawGuest(app, first!.actor, { guest: asked.id })).toEqual({ ok: true });
		expect(await guestView(app, token)).toBeNull();
		expect(await shown()).toEqual([]);
	});
});

it('rules are changed by organisers, and hold at once', async () => {
	const { app, school } = await setUp({ families: 1, desks: 1 });
	const { actor } = school.families[0]!;
	await expect(saveRules(app, actor, { conferenceId: school.conference })).rejects.toThrow(
		ForbiddenError,
	);
	await saveRules(app, school.organiser, {
		conferenceId: school.conference,
		rules: { furthestDate: '2026-12-02' },
	});
	const wanted = await request(school, 0, [[0, 0]]);
	expect(codes(await bookVisit(app, actor, wanted))).toEqual(['too-far-ahead']);
	await saveRules(app, school.organiser, {
		conferenceId: school.conference,
		rules: { furthestDate: null },
		acceptance: { [school.desks[0]!]: 'asked' as const },
	});
	expect(codes(await bookVisit(app, actor, wanted))).toBe('ok');
	expect(await standing(app)).toEqual(['asked']);
	await expect(
		saveRules(app, school.organiser, { conferenceId: school.conference, rules: { perFamily: 0 } }),
	).rejects.toThrow();
});

describe('people who are needed or come along', () => {
	it('an interpreter is one at a time and is freed with the appointment', async () => {
		const { app, school } = await setUp({ families: 2, desks: 2 });
		await app.db.update(family).set({ interpreter: 'Arabic' });
		await app.db.insert(person).values({
			id: newId(app.clock),
			familyName: 'I',
			isInterpreter: true,
			languages: ['Arabic'],
			hours: 'Thursday 16:00-17:00',
		});
		await app.db.update(conference).set({ version: sql`version + 1` });
		const [first, second] = school.families;
		expect(codes(await bookVisit(app, first!.actor, await request(school, 0, [[0, 0]])))).toBe(
			'ok',
		);
		expect(codes(await bookVisit(app, second!.actor, await request(school, 1, [[1, 0]])))).toEqual([
			'no-interpreter',
		]);
		// From 17:00 on the interpreter is gone.
		expect(codes(await bookVisit(app, second!.actor, await request(school, 1, [[1, 6]])))).toEqual([
			'no-interpreter',
		]);
		const [row] = await app.db.select().from(appointment);
		expect(row!.interpreterId).not.toBeNull();
		await cancelAppointments(app, first!.actor, {
			conferenceId: school.conference,
			familyId: first!.id,
			key: newId(app.clock),
			cancel: [row!.id],
		});
		expect(codes(await bookVisit(app, second!.actor, await request(school, 1, [[1, 0]])))).toBe(
			'ok',
		);
	});

	it('a student who comes along is in one place; another household is not hindered, and the office is told', async () => {
		const { app, school } = await setUp({ families: 2, desks: 2 });
		const [first, second] = school.families;
		await app.db.insert(familyStudent).values({ familyId: second!.id, studentId: first!.student });
		const adam = newId(app.clock);
		await app.db.insert(adult).values({ id: adam, givenName: 'Adam' });
		await app.db.insert(familyAdult).values({ familyId: first!.id, adultId: adam });
		const along = async (family: number, desk: number) => {
			const wanted = await request(school, family, [[desk, 0]]);
			return {
				...wanted,
				appointments: wanted.appointments.map((entry) => ({
					...entry,
					students: [first!.student],
				})),
			};
		};
		const by = async (family: number, desk: number, adults: string[]) => {
			const wanted = await along(family, desk);
			const [entry] = wanted.appointments;
			return { ...wanted, appointments: [{ ...entry!, adults }] };
		};
		expect(codes(await bookVisit(app, first!.actor, await by(0, 0, [first!.adult])))).toBe('ok');
		expect(codes(await bookVisit(app, first!.actor, await by(0, 1, [adam])))).toEqual([
			'student-elsewhere',
		]);
		expect(codes(await bookVisit(app, second!.actor, await along(1, 1)))).toBe('ok');
		const board = await readDeskBoard({ ...app }, school.organiser, school.conference);
		const { rooms, walks, busy, booked, brought } = board;
		const clashes = findClashes({
			sittings: [],
			conference: [],
			rooms,
			walks,
			busy,
			booked,
			brought,
		});
		expect(clashes).toMatchObject([{ code: 'student-twice', student: first!.student }]);
		// One household now: whoever is brought twice is brought once.
		await mergeFamilies(app, school.organiser, { kept: first!.id, gone: second!.id });
		const left = await app.db.select().from(claim).where(eq(claim.kind, 'student'));
		expect(left.map(({ thing }) => thing)).toEqual([alongThing(first!.id, first!.student)]);
	});

	it('two adults divide, and each is in one place only', async () => {
		const { app, school } = await setUp({ families: 1, desks: 2 });
		const { id, actor, adult: eve } = school.families[0]!;
		const adam = newId(app.clock);
		await app.db.insert(adult).values({ id: adam, givenName: 'Adam' });
		await app.db.insert(familyAdult).values({ familyId: id, adultId: adam });
		const both = await request(school, 0, [
			[0, 0],
			[1, 0],
		]);
		expect(codes(await bookVisit(app, actor, both))).toEqual(['overlaps-own']);
		const divided = {
			...both,
			appointments: both.appointments.map((entry, index) => ({
				...entry,
				adults: [[eve, adam][index]!],
			})),
		};
		expect(codes(await bookVisit(app, actor, divided))).toBe('ok');
	});

	it('a long talk takes two slots in a row', async () => {
		const { app, school } = await setUp({ families: 2, desks: 1, gapMinutes: 2 });
		await app.db.update(wish).set({ length: 2 }).where(eq(wish.familyId, school.families[0]!.id));
		const wanted = await request(school, 0, [[0, 0]]);
		expect(codes(await bookVisit(app, school.families[0]!.actor, wanted))).toBe('ok');
		const [row] = await app.db.select().from(appointment);
		expect((row!.endsAt - row!.startsAt) / MINUTE).toBe(22);
		expect(
			codes(await bookVisit(app, school.families[1]!.actor, await request(school, 1, [[0, 1]]))),
		).toEqual(['taken']);
		expect(await app.db.select().from(claim)).toHaveLength(6);
	});
});
