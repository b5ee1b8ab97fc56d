import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { bookVisit, cancelAppointments } from '$lib/server/visits/change-visit';
import { readFamily } from '$lib/server/visits/family-facts';
import {
	createConference,
	publishConference,
	withdrawConference,
} from '$lib/server/conferences/change-conference';
import type { NewConference } from '$lib/operations/conferences';
import { addressOf } from '$lib/server/conferences/free-address';
import { basicsOf, saveBasics } from '$lib/server/conferences/save-basics';
import { teacherConferences } from '$lib/server/day/teacher-day';
import {
	appointment,
	classTeacher,
	conference,
	deskPerson,
	slot,
	wish,
} from '$lib/server/foundation/database/schema';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import { slotsToSettle } from '$lib/server/desks/to-settle';
import { readFloor } from '$lib/server/floor/read-floor';
import { readSeat } from '$lib/server/floor/read-seat';
import { listFamilies } from '$lib/server/families/list-families';
import { ForbiddenError } from '$lib/server/foundation/forbidden';
import { familyView } from '$lib/server/visits/family-view';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import ICAL from 'ical.js';
import { freshApp } from './database';
import { addDesk } from './add-desk';
import { smallSchool, type SmallSchool } from './small-school';

/** Has the wishes follow again from what was changed by hand. */
async function publishAgain(app: App, { organiser, conference }: SmallSchool): Promise<void> {
	await withdrawConference(app, organiser, { conferenceId: conference });
	await publishConference(app, organiser, { conferenceId: conference });
}

const basics: NewConference = {
	name: 'Spring',
	words: '',
	timeZone: 'America/Halifax',
	slotMinutes: 10,
	gapMinutes: 0,
	hours: [{ date: '2026-12-03' as const, start: 960, end: 1060 }],
	opensAt: null,
	closesAt: null,
};

describe('a conference', () => {
	it('gets a readable address of its own', async () => {
		const app = await freshApp();
		const { organiser } = await smallSchool(app, { families: 0, desks: 0 });
		const made = [];
		for (const name of ['Frühling & Sommer', 'frühling sommer', '会議'])
			made.push(await createConference(app, organiser, { ...basics, name }));
		expect(made).toMatchObject([
			{ address: 'fruhling-sommer' },
			{ address: 'fruhling-sommer-2' },
			{ address: 'conference' },
		]);
		expect(addressOf('A'.repeat(90))).toHaveLength(40);
	});

	it.each([
		[
			'hours that end before they start',
			{ hours: [{ date: '2026-12-03' as const, start: 1000, end: 960 }] },
		],
		['a zone that does not exist', { timeZone: 'Nowhere/Land' }],
		['no hours', { hours: [] }],
		['an end of booking before its start', { opensAt: 2, closesAt: 1 }],
	])('is not made with %s', async (_, part) => {
		const app = await freshApp();
		const { organiser } = await smallSchool(app, { families: 0, desks: 0 });
		const made = await createConference(app, organiser, { ...basics, ...part });
		expect(made).toMatchObject({ ok: false });
		expect(await app.db.select().from(conference)).toHaveLength(1);
	});

	it('is set up by organisers alone', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const { actor } = school.families[0]!;
		await expect(createConference(app, actor, basics)).rejects.toThrow(ForbiddenError);
		await expect(
			publishConference(app, actor, { conferenceId: school.conference }),
		).rejects.toThrow(ForbiddenError);
		await expect(readFloor(app, actor, school.conference)).rejects.toThrow(ForbiddenError);
		await expect(listFamilies(app, actor, school.conference)).rejects.toThrow(ForbiddenError);
	});

	it('keeps what two editors change apart, and tells the second of two who change the same', async () => {
		const app = await freshApp();
		const { organiser } = await smallSchool(app, { families: 0, desks: 0 });
		const made = await createConference(app, organiser, basics);
		const id = made.ok ? made.id : '';
		const [row] = await app.db.select().from(conference).where(eq(conference.id, id));
		const seen = basicsOf(row!);
		const change = (part: Partial<typeof seen>) =>
			saveBasics(app, organiser, { conferenceId: id, base: seen, mine: { ...seen, ...part } });
		expect(await change({ name: 'First' })).toMatchObject({ collisions: [], faults: [] });
		expect(await change({ words: 'Come in.' })).toMatchObject({
			collisions: [],
			faults: [],
			basics: { name: 'First', words: 'Come in.' },
		});
		expect(await change({ name: 'Second', slotMinutes: 20 })).toMatchObject({
			collisions: [{ path: 'name', mine: 'Second', theirs: 'First' }],
			basics: { name: 'First', words: 'Come in.', slotMinutes: 20 },
		});
	});

	it('keeps every field that can be kept, and says of the others why not', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 0, desks: 0 });
		const { organiser } = school;
		const made = await createConference(app, organiser, basics);
		const id = made.ok ? made.id : '';
		const [row] = await app.db.select().from(conference).where(eq(conference.id, id));
		const seen = basicsOf(row!);
		const outcome = await saveBasics(app, organiser, {
			conferenceId: id,
			base: seen,
			mine: {
				...seen,
				name: ' ',
				words: 'Come in.',
				address: 'winter',
				gapMinutes: 61,
				weekly: [
					{
						start: 960,
						end: 1000,
						from: '2026-12-03' as const,
						until: '2026-12-17' as const,
						weekdays: [4],
						everyWeeks: 1,
						except: [],
					},
				],
			},
		});
		expect(outcome.basics).toMatchObject({ name: 'Spring', words: 'Come in.', weekly: [] });
		expect(outcome.faults.map(({ field, code }) => [field, code])).toEqual([
			['name', 'missing'],
			['gapMinutes', 'division-wrong'],
			['weekly', 'overlaps-another'],
			['address', 'address-taken'],
		]);
		const { suggestions = [] } = outcome.faults[3]!;
		expect(suggestions.length).toBeGreaterThan(1);
		for (const address of suggestions)
			expect(
				await saveBasics(app, organiser, {
					conferenceId: id,
					base: outcome.basics,
					mine: { ...outcome.basics, address },
				}),
			).toMatchObject({ faults: [] });
	});

	it('derives each wish once, and follows the desks', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		const before = await app.db.select().from(wish);
		expect(before).toHaveLength(4);
		await withdrawConference(app, school.organiser, { conferenceId: school.conference });
		await publishConference(app, school.organiser, { conferenceId: school.conference });
		expect(await app.db.select().from(wish)).toEqual(before);
		const [, plan] = await loadPlans(app.db, school.conference);
		await savePlans(app, school.organiser, {
			conferenceId: school.conference,
			changes: [{ base: plan!, plan: null }],
		});
		expect(await app.db.select().from(wish)).toHaveLength(2);
	});

	it('keeps a wish when its teacher gets a second desk, and one that was served is offered to nobody', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 2 });
		const [family] = school.families;
		const before = await app.db.select({ id: wish.id }).from(wish).orderBy(wish.id);
		const booked = await bookVisit(app, family!.actor, await school.request(0, [[0, 0]]));
		const served = await school.wish(0, 0);
		await addDesk(app, school.organiser, school.conference, {
			people: ['Teacher 0'],
			subject: 'Another subject',
			places: [{ kind: 'room', room: 'Room 9', building: 'House' }],
		});
		expect(await app.db.select({ id: wish.id }).from(wish).orderBy(wish.id)).toEqual(before);
		const own = async () => (await readFamily(app.db, school.conference, family!.id)).wishes;
		expect((await own()).find(({ id }) => id === served)!.desks).toHaveLength(2);

		// The class gets another teacher: the wish stands as long as it is served, and no longer.
		const [teacher] = await app.db
			.select({ id: wish.teacherId })
			.from(wish)
			.where(eq(wish.id, served));
		await app.db.delete(classTeacher).where(eq(classTeacher.personId, teacher!.id!));
		await publishAgain(app, school);
		expect((await own()).map(({ id }) => id)).toContain(served);
		await cancelAppointments(app, family!.actor, {
			conferenceId: school.conference,
			familyId: family!.id,
			key: 'cancel',
			cancel: booked.ok ? booked.appointments : [],
		});
		expect((await own()).map(({ id }) => id)).not.toContain(served);
		const [line] = (await listFamilies(app, school.organiser, school.conference)).lines;
		expect(line).toMatchObject({ wished: 1, placed: 0 });
		await app.db.execute(
			sql`insert into class_teacher select id, ${teacher!.id}::uuid, 'Again' from class`,
		);
		await publishAgain(app, school);
		expect((await own()).map(({ id }) => id)).toContain(served);
	});
});

describe('changing hours', () => {
	it('keeps slots that still fit, with what is booked, and sets aside the ones that do not', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 1 });
		const { organiser } = school;
		const before = await school.slots(0);
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 1]]));
		await bookVisit(app, school.families[1]!.actor, await school.request(1, [[0, 8]]));
		const [row] = await app.db.select().from(conference);
		const seen = basicsOf(row!);
		const shorter = { ...seen, hours: [{ date: '2026-12-03' as const, start: 970, end: 1010 }] };
		await saveBasics(app, organiser, {
			conferenceId: school.conference,
			base: seen,
			mine: shorter,
		});

		expect(await school.slots(0)).toEqual(before.slice(1, 5));
		expect(await slotsToSettle(app, school.conference)).toMatchObject([
			{ slot: before[8], family: 'Family 1', students: ['Student 1'] },
		]);
		expect(await app.db.select().from(appointment)).toHaveLength(2);
		const [line] = await app.db.select().from(deskPerson);
		const days = await teacherConferences(app, organiser, line!.personId);
		const seated = days[0]!.dates[0]!.lines.filter(({ seated }) => seated.length);
		expect(seated.map(({ slot }) => slot)).toEqual([before[1], before[8]]);
		const gone = await app.db.select().from(slot).where(eq(slot.id, before[0]!));
		expect(gone).toEqual([]);
		// Undone: all of it is as it was, nothing is left to settle.
		await saveBasics(app, organiser, {
			conferenceId: school.conference,
			base: shorter,
			mine: seen,
		});
		expect((await school.slots(0))[8]).toBe(before[8]);
		expect(await slotsToSettle(app, school.conference)).toEqual([]);
	});

	it('takes the appointments along when the desk moves to another room', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		const { actor, id } = school.families[0]!;
		await bookVisit(app, actor, await school.request(0, [[0, 1]]));
		const [plan] = await loadPlans(app.db, school.conference);
		const places = [{ kind: 'video' as const, link: 'https://door.example/1' }];
		const series = plan!.series.map((entry) => ({ ...entry, places }));
		expect(
			await savePlans(app, school.organiser, {
				conferenceId: school.conference,
				changes: [{ base: plan!, plan: { ...plan!, series } }],
			}),
		).toMatchObject({ outcomes: [{ faults: [], collisions: [], refusal: null }] });
		const view = await familyView(app, actor, school.conference, id);
		expect(view.appointments).toMatchObject([{ link: 'https://door.example/1' }]);
	});
});

describe('what a family sees', () => {
	it('is its own, and of the others only that a slot is taken', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		const [first, second] = school.families;
		await bookVisit(app, first!.actor, await school.request(0, [[0, 2]]));
		const view = await familyView(app, second!.actor, school.conference, second!.id);
		const taken = view.slots.filter(({ free }) => !free).map(({ id }) => id);
		expect(taken).toEqual([(await school.slots(0))[2]]);
		const text = JSON.stringify(view);
		for (const secret of [first!.id, first!.adult, first!.student, 'Family 0'])
			expect(text).not.toContain(secret);
		await expect(familyView(app, second!.actor, school.conference, first!.id)).rejects.toThrow(
			ForbiddenError,
		);
	});

	it('becomes a calendar file that another library reads back', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 2 });
		const { actor, id } = school.families[0]!;
		await bookVisit(
			app,
			actor,
			await school.request(0, [
				[0, 2],
				[1, 4],
			]),
		);
		const view = await familyView(app, actor, school.conference, id);
		const text = visitCalendar({ view, ended: [] }, app.clock.now(), {
			summary: (desk, students) => `${desk}; ${students}, "quoted"`,
			place: () => 'Puffin, Lighthouse House',
			description: () => 'Two\nlines',
		});
		const events = new ICAL.Component(ICAL.parse(text))
			.getAllSubcomponents('vevent')
			.map((component) => new ICAL.Event(component));
		expect(
			events.map((event) => [event.startDate.toJSDate().toISOString(), event.summary]),
		).toEqual([
			['2026-12-03T20:20:00.000Z', 'Teacher 0; Student, "quoted"'],
			['2026-12-03T20:40:00.000Z', 'Teacher 1; Student, "quoted"'],
		]);
		expect(events[0]).toMatchObject({
			location: 'Puffin, Lighthouse House',
			description: 'Two\nlines',
		});
		expect(new Set(events.map(({ uid }) => uid)).size).toBe(2);
	});

	it('is on the floor, in the teacher’s day and in the list of families', async () => {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 2, desks: 2 });
		await bookVisit(
			app,
			school.families[0]!.actor,
			await school.request(0, [
				[0, 2],
				[1, 4],
			]),
		);
		const floor = await readFloor(app, school.organiser, school.conference);
		const slots = floor.desks
			.flatMap(({ slots }) => slots)
			.filter(({ state }) => state === 'booked');
		const seats = await Promise.all(
			slots.map(({ id }) => readSeat(app, school.organiser, school.conference, id)),
		);
		expect(seats.map((seat) => seat?.seated.map(({ familyLabel }) => familyLabel))).toEqual([
			['Family 0'],
			['Family 0'],
		]);
		const { lines: families } = await listFamilies(app, school.organiser, school.conference);
		expect(families.map(({ label, placed, wished }) => [label, placed, wished])).toEqual([
			['Family 0', 2, 2],
			['Family 1', 0, 2],
		]);
		expect(families[0]!.visit).toEqual({
			start: Date.parse('2026-12-03T20:20:00Z'),
			end: Date.parse('2026-12-03T20:50:00Z'),
		});
	});
});
