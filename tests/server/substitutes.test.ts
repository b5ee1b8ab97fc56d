import type { LocalDate } from '$lib/core/time/local-of';
import { eq } from 'drizzle-orm';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { metAt } from '$lib/core/desks/named-substitutes';
import { readConference } from '$lib/server/api/conference-operations';
import { exportConference } from '$lib/server/api/conference-file/export-conference';
import { visitAnswer } from '$lib/server/api/visit-answer';
import type { App } from '$lib/server/app';
import { answerAppointment } from '$lib/server/visits/answer-appointment';
import { bookVisit, changeVisit } from '$lib/server/visits/change-visit';
import { addBlock } from '$lib/server/calendars/change-calendars';
import { expectedFamilies } from '$lib/server/day/expected-families';
import { teacherConferences } from '$lib/server/day/teacher-day';
import {
	appointment,
	conference,
	deskPerson,
	family,
} from '$lib/server/foundation/database/schema';
import { loadPlans } from '$lib/server/desks/load-plans';
import { savePlans } from '$lib/server/desks/save-plans';
import { readFloor } from '$lib/server/floor/read-floor';
import { familyView } from '$lib/server/visits/family-view';
import { visitCalendar } from '$lib/server/visits/visit-calendar';
import { bookedEntries } from '$lib/ui/visits/ribbon-entry';
import { addDesk } from './add-desk';
import { freshApp } from './database';
import { smallSchool, type SmallSchool } from './small-school';
import { done } from './done';

const DATE: LocalDate = '2026-12-03';
const M = 60_000;

const calendarOf = async (app: App, { families, conference }: SmallSchool) => {
	const view = await familyView(app, families[0]!.actor, conference, families[0]!.id);
	const text = visitCalendar({ view, ended: [] }, app.clock.now(), {
		summary: (desk) => desk,
		place: () => '',
		description: (_, { substitutes }) => substitutes.map(({ absent }) => absent).join(),
	});
	return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
};
const valueOf = (event: ICAL.Component, name: string) => event.getFirstPropertyValue(name);
const receiverOf = async (app: App, desk: string) =>
	(await app.db.select().from(deskPerson).where(eq(deskPerson.deskId, desk)))[0]!.personId;

/** The first desk's teacher is away, and the second one's stands in. */
async function withSubstitute() {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 2 });
	await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]]));
	const [absent, other] = await Promise.all(school.desks.map((desk) => receiverOf(app, desk)));
	const before = await calendarOf(app, school);
	const plan = (await loadPlans(app.db, school.conference)).find(
		({ id }) => id === school.desks[0],
	)!;
	const substitutes = [{ date: DATE, absent: absent!, person: other! }];
	const saved = await savePlans(app, school.organiser, {
		conferenceId: school.conference,
		changes: [{ base: plan, plan: { ...plan, substitutes } }],
	});
	expect(done(saved).outcomes).toMatchObject([{ refusal: null, faults: [] }]);
	return { app, school, absent: absent!, other: other!, before };
}

describe('whoever stands in is shown wherever the teacher would be', () => {
	it('to the family: on its page, in its calendar, and to its program', async () => {
		const { app, school, before } = await withSubstitute();
		const { actor, id } = school.families[0]!;
		const view = await familyView(app, actor, school.conference, id);
		const [entry] = bookedEntries(view);
		expect(entry).toMatchObject({ desk: 'Teacher 1', substitute: 'in place of Teacher 0' });
		const [event] = await calendarOf(app, school);
		expect(valueOf(event!, 'summary')).toBe('Teacher 1');
		expect(valueOf(event!, 'description')).toBe('Teacher 0');
		expect(Number(valueOf(event!, 'sequence'))).toBeGreaterThan(
			Number(valueOf(before[0]!, 'sequence')),
		);
		const told = visitAnswer(view, { families: [id] } as never);
		expect(told.desks.find((desk) => desk.id === school.desks[0])!.substitutes).toEqual([
			{ date: DATE, name: 'Teacher 1', absent: 'Teacher 0' },
		]);
	});

	it('at the school: on the floor, at the front door, to both teachers, to programs and in the file', async () => {
		const { app, school, absent, other } = await withSubstitute();
		const { organiser, conference } = school;
		const floor = await readFloor(app, organiser, conference);
		expect(floor).toMatchObject({
			date: DATE,
			desks: [{ name: 'Teacher 1', own: 'Teacher 0' }, {}],
		});
		expect((await expectedFamilies(app, organiser))!.substitutes).toMatchObject([
			{ name: 'Teacher 1', absent: 'Teacher 0' },
		]);
		const [away] = await teacherConferences(app, organiser, absent);
		expect(away).toMatchObject({ away: [{ date: DATE, name: 'Teacher 1' }], dates: [] });
		const [there] = await teacherConferences(app, organiser, other);
		const own = there!.dates.flatMap(({ lines }) => lines);
		expect(own.find(({ seated }) => seated.length)).toMatchObject({
			inPlaceOf: { absent: 'Teacher 0', subject: 'Subject 0' },
		});
		expect(own.some(({ inPlaceOf }) => inPlaceOf === null)).toBe(true);
		const { body } = await readConference({ app, params: { id: conference } } as never);
		expect(JSON.stringify(body)).toContain('"absent":"Teacher 0"');
		const file = await exportConference(app, organiser, conference);
		expect(file!.tables.deskSubstitutes).toMatchObject([{ absentId: absent, personId: other }]);
	});

	it('where several sit, the desk keeps its name and says who is there for whom', async () => {
		const substitutes = [{ date: DATE, name: 'Ole', absent: 'Ida', isAlone: false }];
		expect(metAt({ name: 'Ida and Tom', substitutes }, DATE)).toEqual({
			name: 'Ida and Tom',
			substitutes,
		});
	});
});

describe('an appointment is said to be what it is', () => {
	async function asked() {
		const app = await freshApp();
		const school = await smallSchool(app, { families: 1, desks: 1 });
		await app.db
			.update(conference)
			.set({ rules: { acceptance: 'asked' } as never, version: 2 })
			.where(eq(conference.id, school.conference));
		await bookVisit(app, school.families[0]!.actor, await school.request(0, [[0, 0]]));
		return { app, school, teacher: await receiverOf(app, school.desks[0]!) };
	}
	const linesOf = async (app: App, school: SmallSchool, teacher: string) =>
		(await teacherConferences(app, school.organiser, teacher))[0]!.dates[0]!.lines;

	it('asked for: on the teacher’s list, on the floor, and tentative in the calendar', async () => {
		const { app, school, teacher } = await asked();
		const [line] = await linesOf(app, school, teacher);
		expect(line).toMatchObject({ state: 'asked', seated: [{ standing: 'asked' }] });
		const floor = await readFloor(app, school.organiser, school.conference);
		expect(floor.desks[0]!.slots[0]!.state).toBe('asked');
		const [tentative] = await calendarOf(app, school);
		expect(valueOf(tentative!, 'status')).toBe('TENTATIVE');
		const [row] = await app.db.select().from(appointment);
		await answerAppointment(app, school.organiser, {
			appointment: row!.id,
			accept: true,
			key: row!.id,
		});
		const [confirmed] = await calendarOf(app, school);
		expect(valueOf(confirmed!, 'status')).toBe('CONFIRMED');
		expect(Number(valueOf(confirmed!, 'sequence'))).toBeGreaterThan(
			Number(valueOf(tentative!, 'sequence')),
		);
		await changeVisit(app, school.families[0]!.actor, await school.request(0, [[0, 1]]));
		const [moved] = await calendarOf(app, school);
		expect(valueOf(moved!, 'uid')).toBe(valueOf(confirmed!, 'uid'));
		expect(Number(valueOf(moved!, 'sequence'))).toBeGreaterThan(
			Number(valueOf(confirmed!, 'sequence')),
		);
	});

	it('a slot that a duty closes is not free on the teacher’s list', async () => {
		const { app, school, teacher } = await asked();
		const [, second] = await linesOf(app, school, teacher);
		expect(second!.state).toBe('free');
		await addBlock(app, school.organiser, {
			person: teacher,
			start: second!.start,
			end: second!.start + 2 * M,
			allDay: false,
		});
		expect((await linesOf(app, school, teacher))[1]!.state).toBe('blocked');
	});

	it('a need for an interpreter and for a room without steps stands on the teacher’s list', async () => {
		const { app, school, teacher } = await asked();
		await app.db.update(family).set({ interpreter: 'Polish', stepFree: true });
		const [line] = await linesOf(app, school, teacher);
		expect(line!.seated).toMatchObject([
			{ interpreting: { language: 'Polish', name: null }, stepFree: true },
		]);
	});
});

it('a telephone number with its PIN is in the family’s page only once it is booked to use it', async () => {
	const app = await freshApp();
	const school = await smallSchool(app, { families: 1, desks: 1 });
	const { actor, id } = school.families[0]!;
	const places = [{ kind: 'telephone' as const, number: '902 555 0140', pin: '4711' }];
	const plan = (await loadPlans(app.db, school.conference))[0]!;
	const series = plan.series.map((entry) => ({ ...entry, places }));
	await savePlans(app, school.organiser, {
		conferenceId: school.conference,
		changes: [{ base: plan, plan: { ...plan, series } }],
	});
	await addDesk(app, school.organiser, school.conference, { people: ['Somebody Else'], places });
	const page = async () => JSON.stringify(await familyView(app, actor, school.conference, id));
	expect(await page()).toContain('telephone');
	// An identifier may well hold these four figures.
	expect(await page()).not.toMatch(/(?<![\da-f-])4711(?![\da-f-])|555 0140/);
	await bookVisit(app, actor, await school.request(0, [[0, 0]]));
	expect(await page()).toContain('902 555 0140, PIN 4711');
});
