// The office's list of families: ready-made questions, what is found by them, who is told, and the file.
import { eq } from 'drizzle-orm';
import { beforeAll, describe, expect, it } from 'vitest';
import { EVERYBODY, type FamiliesChoice } from '$lib/operations/families';
import type { App } from '$lib/server/app';
import { conferenceWithId } from '$lib/server/conferences/read-conference';
import { listFamilies } from '$lib/server/families/list-families';
import { readChoices } from '$lib/server/families/read-choices';
import { writeFamilies } from '$lib/server/families/write-families';
import { countToAnswer } from '$lib/server/floor/count-to-answer';
import { readToAnswer } from '$lib/server/floor/to-answer';
import { readSheets } from '$lib/server/floor/read-sheets';
import { act, adult, family, invitation, wish } from '$lib/server/foundation/database/schema';
import { answerAppointment } from '$lib/server/visits/answer-appointment';
import { bookVisit } from '$lib/server/visits/change-visit';
import { countToTell } from '$lib/server/notices/telling/tell-families';
import { makeEnquiry } from '$lib/server/visits/enquiries';
import { joinWaitingList } from '$lib/server/visits/waiting-list';
import { freshApp } from './database';
import { done } from './done';
import { smallSchool, type SmallSchool } from './small-school';

let app: App;
let school: SmallSchool;

/** Of six families: all booked; one of two booked; waits; asks; needs this and that; nothing at all. */
beforeAll(async () => {
	app = await freshApp();
	school = await smallSchool(app, { families: 6, desks: 2 });
	const [whole, , waits, asks, needs] = school.families;
	const book = async (who: number, picks: readonly (readonly [number, number])[]) =>
		done(await bookVisit(app, school.organiser, await school.request(who, picks)));
	await book(0, [
		[0, 0],
		[1, 2],
	]);
	await book(1, [[0, 1]]);
	const of = (one: { readonly id: string }) => ({
		conferenceId: school.conference,
		familyId: one.id,
	});
	done(await joinWaitingList(app, waits!.actor, { ...of(waits!), wish: await school.wish(2, 0) }));
	done(
		await makeEnquiry(app, asks!.actor, {
			...of(asks!),
			wish: await school.wish(3, 0),
			words: 'Could we talk by telephone?',
		}),
	);
	const { db } = app;
	await db
		.update(family)
		.set({ interpreter: 'Arabic', stepFree: true })
		.where(eq(family.id, needs!.id as never));
	await db.update(adult).set({ email: 'somebody@post.example' });
	await db
		.update(adult)
		.set({ email: null })
		.where(eq(adult.id, needs!.adult as never));
	await db
		.update(invitation)
		.set({ openedAt: app.clock.now() })
		.where(eq(invitation.adultId, whole!.adult as never));
	// What the first family did was two days ago.
	const acts = await db.select().from(act).where(eq(act.kind, 'visit.booked'));
	await db
		.update(act)
		.set({ at: app.clock.now() - 48 * 60 * 60_000 })
		.where(eq(act.id, acts[0]!.id));
});

const labels = async (choice: Partial<FamiliesChoice>, window = {}) => {
	const found = await listFamilies(
		app,
		school.organiser,
		school.conference,
		{ ...EVERYBODY, ...choice },
		window,
	);
	return found.lines.map(({ label }) => label.replace('Family ', '')).join('');
};

describe('a ready-made question', () => {
	it.each([
		['all', '012345'],
		['not-booked', '2345'],
		['partly', '1'],
		['waiting', '2'],
		['asked', '3'],
		['no-email', '4'],
		['interpreter', '4'],
		['step-free', '4'],
		['never-opened', '12345'],
		['changed', '1'],
	] as const)('%s finds %s', async (which, found) => {
		expect(await labels({ which })).toBe(found);
	});

	it('goes together with words, a class, a year group and a desk', async () => {
		const { classes, desks } = await readChoices(app, school.conference);
		expect(classes).toEqual(['Seven']);
		expect(await labels({ which: 'not-booked', class: 'Seven' })).toBe('2345');
		expect(await labels({ class: 'Eight' })).toBe('');
		expect(await labels({ year: 'none such' })).toBe('');
		expect(await labels({ find: 'family 3' })).toBe('3');
		expect(await labels({ desk: desks[0]!.id })).toBe('012345');
		expect(await labels({ desk: school.families[0]!.id })).toBe('');
	});

	it('comes in the order that is asked for, a page at a time, counted as a whole', async () => {
		expect(await labels({}, { sort: 'visit' })).toBe('012345');
		expect(await labels({}, { sort: 'missing' })).toMatch(/^2345.*0$/);
		expect(await labels({}, { page: 2 })).toBe('');
		const { total, booked } = await listFamilies(app, school.organiser, school.conference);
		expect({ total, booked }).toEqual({ total: 6, booked: 2 });
	});

	it('says who is told: those alone who have not booked and have an address', async () => {
		const toTell = (choice: Partial<FamiliesChoice>) =>
			countToTell(app, school.organiser, school.conference, { ...EVERYBODY, ...choice });
		expect(await toTell({})).toMatchObject({ 'not-booked': 3 });
		expect(await toTell({ which: 'waiting' })).toMatchObject({ 'not-booked': 1 });
		expect(await toTell({ which: 'no-email' })).toMatchObject({ 'not-booked': 0 });
	});
});

it('is saved as a file with the columns that were chosen', async () => {
	const conference = (await conferenceWithId(app.db, school.conference))!;
	const write = (name: string) =>
		writeFamilies(app, school.organiser, conference, {
			name,
			choice: { ...EVERYBODY, which: 'partly' },
			columns: ['start', 'family', 'missing'],
		});
	const csv = new TextDecoder().decode((await write('families.csv'))!.bytes).trim();
	// 16:10 at the school, which is four hours behind.
	expect(csv.split('\r\n')).toEqual([
		'"Family","Not booked","First appointment"',
		'"Family 1","1","2026-12-03 16:10"',
	]);
	expect((await write('families.xlsx'))!.bytes.length).toBeGreaterThan(1000);
	expect(await write('families.pdf')).toBeNull();
});

it('what waits for the office stands on one list, until it is answered', async () => {
	await app.db.update(wish).set({ askedBy: 'family' });
	const before = await readToAnswer(app, school.organiser, school.conference);
	expect(before.enquiries.map(({ family }) => family.label)).toEqual(['Family 3']);
	expect(before.asked).toEqual([]);
	const made = done(
		await bookVisit(app, school.families[5]!.actor, await school.request(5, [[1, 4]])),
	);
	await app.db.execute(
		`update appointment set standing = 'asked', answer_by = '2026-12-01T12:00Z' where id = '${made.appointments[0]}'`,
	);
	const { asked } = await readToAnswer(app, school.organiser, school.conference);
	expect(asked).toMatchObject([
		{ id: made.appointments[0], family: { label: 'Family 5' }, desk: 'Teacher 1' },
	]);
	expect(await countToAnswer(app.db, school.conference)).toBe(2);
	done(
		await answerAppointment(app, school.organiser, {
			appointment: made.appointments[0]!,
			accept: true,
			words: 'Gladly',
			key: 'yes',
		}),
	);
	expect(await countToAnswer(app.db, school.conference)).toBe(1);
});

it('everything that is printed is every slot, with who sits there', async () => {
	const slots = await readSheets(app, school.organiser, school.conference);
	expect(slots).toHaveLength((await school.slots(0)).length * 2);
	expect(
		slots.flatMap(({ seated }) => seated.map(({ familyLabel }) => familyLabel)).sort(),
	).toEqual(['Family 0', 'Family 0', 'Family 1', 'Family 5']);
});
