import { and, eq, isNull, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { isNote } from '$lib/core/register/register-lists';
import type { App } from '$lib/server/app';
import { bookVisit } from '$lib/server/visits/change-visit';
import { publishConference, createConference } from '$lib/server/conferences/change-conference';
import {
	adult,
	appointment,
	family,
	person,
	registerChange,
	student,
	wish,
	wishDesk,
} from '$lib/server/foundation/database/schema';
import { addPerson, changePerson, readPerson } from '$lib/server/register/edit-person';
import { readFamily } from '$lib/server/register/edit-family';
import { readStudent, setException } from '$lib/server/register/edit-student';
import { eraseFamily, familyData } from '$lib/server/register/erase-family';
import {
	findPeople,
	listPersons,
	listRegisterFamilies,
	listStudents,
} from '$lib/server/register/list-people';
import { mergeFamilies, splitFamily } from '$lib/server/register/rearrange-families';
import { rememberedColumns } from '$lib/server/register/column-memory';
import { applyLists, previewLists } from '$lib/server/register/read-lists';
import { lastRegisterAct, undoRegisterAct } from '$lib/server/register/undo-register-act';
import { registerCounts } from '$lib/server/register/register-counts';
import { writeListFile } from '$lib/server/register/write-lists';
import { familyView } from '$lib/server/visits/family-view';
import { readListFile } from '$lib/files/read-list-file';
import { proposeKind } from '$lib/core/register/propose-columns';
import { isOneRoster } from '$lib/core/register/one-roster';
import { badLists } from '../core/lists/bad-lists';
import { addDesk } from './add-desk';
import { freshApp } from './database';
import { organiserOf } from './organiser-of';
import { demoTexts, listsOf, readLists } from './read-school';
import { refused } from './done';

const COUNTS = {
	teachers: 30,
	unconfirmed: 30,
	interpreters: 3,
	students: 230,
	families: 170,
	classes: 17,
};
const QUERY = { find: '', sort: 'name', descending: false, page: 1, gone: false };

const STUDENTS = 'Number,Name,Class\n1,Leila Holt,8A\n2,Tomas Holt,2A\n';
const ADULTS =
	'Student,Name,E-mail,Address\n1,Folake Ade,f@p.example,1 Quay\n2,Folake Ade,f@p.example,1 Quay\n1,Martin Holt,m@p.example,9 Kelp\n';
const TEACHING = 'Class,Subject,Teacher\n8A,French,Ida Wren\n2A,All,Ole Pyo\n8A,Art,Ole Pyo\n';
const SMALL = { students: STUDENTS, adults: ADULTS, teaching: TEACHING };

/** A conference with a desk for each teacher, published; the slots of a desk start at 16:00. */
async function conferenceOf(
	app: App,
	organiser: Parameters<typeof createConference>[1],
	teachers: string[],
) {
	const made = await createConference(app, organiser, {
		name: 'Winter',
		words: '',
		timeZone: 'America/Halifax',
		slotMinutes: 10,
		gapMinutes: 0,
		hours: [{ date: '2026-12-03', start: 960, end: 1080 }],
		opensAt: null,
		closesAt: null,
	});
	if (!made.ok) throw new Error('the conference has faults');
	for (const teacher of teachers)
		await addDesk(app, organiser, made.id, {
			people: [teacher],
			subject: '',
			forAll: teacher === 'Ada Head',
			places: [{ kind: 'room', room: teacher, building: 'House' }],
		});
	await publishConference(app, organiser, { conferenceId: made.id });
	return made.id;
}

const labelOf = async (app: App, id: string): Promise<string> => {
	const [row] = await app.db.select().from(family).where(eq(family.id, id));
	return row!.label!;
};

async function small() {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	expect(await readLists(app, organiser, SMALL)).toMatchObject({ ok: true });
	const families = await app.db.select().from(family).orderBy(family.id);
	const adults = await app.db.select().from(adult);
	const familyOf = async (name: string) => {
		const [row] = await app.db.execute<{ id: string }>(sql`
			select family_id as id from family_adult join adult on adult.id = adult_id
			where given_name = ${name}`);
		return row!.id;
	};
	return { app, organiser, families, adults, familyOf };
}

describe('reading the lists of a school', () => {
	it('fills an empty register, and a second time changes nothing', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		expect(await readLists(app, organiser, demoTexts())).toMatchObject({ ok: true });
		expect(await registerCounts(app.db)).toEqual(COUNTS);
		const again = await previewLists(app, organiser, await listsOf(demoTexts()));
		expect(again.difference.lines).toEqual([]);
		expect(again.difference.faults.filter((fault) => !isNote(fault))).toEqual([]);
		expect(
			Object.values(await rememberedColumns(app.db))
				.map(({ kind }) => kind)
				.sort(),
		).toEqual(['adults', 'interpreters', 'students', 'teachers', 'teaching'].sort());

		// Undone, it is empty again: nobody is left over, nothing of them is kept.
		const last = await lastRegisterAct(app.db);
		expect(await undoRegisterAct(app, organiser, { act: last!.id })).toEqual({ ok: true });
		expect(await registerCounts(app.db)).toEqual({
			teachers: 0,
			unconfirmed: 0,
			interpreters: 0,
			students: 0,
			families: 0,
			classes: 0,
		});
		expect(await lastRegisterAct(app.db)).toBeNull();
		expect(await readLists(app, organiser, demoTexts())).toMatchObject({ ok: true });
		expect(await registerCounts(app.db)).toEqual(COUNTS);
	});

	it('writes just what was seen, or nothing', async () => {
		const { app, organiser } = await small();
		const lists = await listsOf({ students: `${STUDENTS}3,Noor Gul,8A\n` }, false);
		const { seen } = await previewLists(app, organiser, lists);
		await readLists(app, organiser, { students: `${STUDENTS}4,Rui Gul,8A\n` }, false);
		const other = await listsOf({ students: `${STUDENTS}3,Noor Gul,8A\n4,Rui Gul,8B\n` }, false);
		expect(await applyLists(app, organiser, other, { seen, leaveOut: false })).toMatchObject({
			ok: false,
			reason: 'not-as-seen',
		});
		expect((await registerCounts(app.db)).students).toBe(3);
	});

	it('takes a newer list back as a whole: names, classes and who had left', async () => {
		const { app, organiser } = await small();
		const before = JSON.stringify(await everything(app));
		await readLists(app, organiser, {
			students: 'Number,Name,Class\n2,Tom Holt,3A\n3,New Gul,3A\n',
		});
		const [leila] = await app.db.select().from(student).where(eq(student.key, '1'));
		expect(leila!.leftAt).not.toBeNull();
		const act = (await lastRegisterAct(app.db))!.id;
		expect(await undoRegisterAct(app, organiser, { act })).toEqual({ ok: true });
		expect(JSON.stringify(await everything(app))).toBe(before);
	});

	it('cannot be taken back once a family of it has booked', async () => {
		const { app, organiser, familyOf } = await small();
		const conference = await conferenceOf(app, organiser, ['Ida Wren', 'Ole Pyo']);
		await bookFirst(app, organiser, conference, await familyOf('Folake'));
		const act = (await lastRegisterAct(app.db))!.id;
		expect(await undoRegisterAct(app, organiser, { act })).toEqual(refused('relied-upon'));
		expect((await registerCounts(app.db)).students).toBe(2);
	});

	it('two readings at once: one of them is asked to look again', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const lists = await listsOf(SMALL);
		const { seen } = await previewLists(app, organiser, lists);
		const results = await Promise.all(
			[1, 2].map(() => applyLists(app, organiser, lists, { seen, leaveOut: false })),
		);
		expect(results.map(({ ok }) => ok).sort()).toEqual([false, true]);
		expect((await registerCounts(app.db)).students).toBe(2);
	});
});

it('of short lists that are said to be complete nothing is written without the number of who would leave', async () => {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	await readLists(app, organiser, demoTexts(), true);
	const before = await registerCounts(app.db);
	const lists = await listsOf({ students: STUDENTS }, true);
	const { seen, leaving } = await previewLists(app, organiser, lists);
	expect(leaving.isMany).toBe(true);
	expect(leaving.count).toBeGreaterThan(before.students);
	for (const typed of [{}, { leaving: 2 }])
		expect(
			await applyLists(app, organiser, lists, { seen, leaveOut: true, ...typed }),
		).toMatchObject({ ok: false, reason: 'many-leave' });
	expect(await registerCounts(app.db)).toEqual(before);
	const done = { seen, leaveOut: true, leaving: leaving.count };
	expect(await applyLists(app, organiser, lists, done)).toMatchObject({ ok: true });
});

it('of lists with several rows for one student nothing is written before that was said to be right', async () => {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	const rows =
		'1,Ida Wren,7A,ole@x.example\n1,Ida Wren,7A,rut@x.example\n2,Tom Pyo,7A,ann@x.example\n';
	const lists = await listsOf({ students: `Number,Name,Class,Parent e-mail\n${rows}` }, false);
	const { seen, difference } = await previewLists(app, organiser, lists);
	expect(difference.counts).toEqual({ rows: 3, students: 2 });
	for (const joined of [{}, { joined: 2 }])
		expect(
			await applyLists(app, organiser, lists, { seen, leaveOut: false, ...joined }),
		).toMatchObject({ ok: false, reason: 'rows-joined' });
	expect((await registerCounts(app.db)).students).toBe(0);
	const done = { seen, leaveOut: false, joined: 1 };
	expect(await applyLists(app, organiser, lists, done)).toMatchObject({ ok: true });
	expect((await registerCounts(app.db)).students).toBe(2);
});

it('of a bad list nothing is written', async () => {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	// How each of them is read is looked at by itself; here that nothing is written, of every fourth.
	const some = badLists.filter(({ about }, index) => index % 4 === 0 && !/MB/.test(about));
	for (const { about, files } of some) {
		const tables = (
			await Promise.all((await files()).map(({ name, bytes }) => readListFile(name, bytes)))
		).flat();
		const lists = {
			tables: tables.map((table) => ({ table, ...proposeKind(table) })),
			complete: true,
			answers: {},
		};
		const { seen } = await previewLists(app, organiser, lists);
		const result = await applyLists(app, organiser, lists, { seen, leaveOut: false });
		expect(result.ok, about).toBe(false);
	}
	expect(await registerCounts(app.db)).toMatchObject({ students: 0, teachers: 0, families: 0 });
	expect(await app.db.select().from(registerChange)).toEqual([]);
});

const everything = async (app: App) =>
	(
		await Promise.all(
			[
				'person',
				'student',
				'adult',
				'family',
				'class',
				'class_teacher',
				'enrolment',
				'family_adult',
				'family_student',
				'invitation',
			].map((table) =>
				app.db.execute(sql`select * from ${sql.identifier(table)} t order by t::text`),
			),
		)
	).map((rows) => [...rows]);

/** Books the family's first wish in its first free slot. */
async function bookFirst(
	app: App,
	actor: Parameters<typeof bookVisit>[1],
	conferenceId: string,
	familyId: string,
	pick: (wishes: { id: string; desk: string }[]) => { id: string; desk: string } = (wishes) =>
		wishes[0]!,
) {
	const wishes = await app.db
		.select({ id: wish.id, desk: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(and(eq(wish.familyId, familyId), eq(wish.conferenceId, conferenceId)))
		.orderBy(wish.id);
	const wanted = pick(wishes);
	const view = await familyView(app, actor, conferenceId, familyId);
	const slot = view.slots.find(({ desk, free }) => desk === wanted.desk && free)!;
	return bookVisit(app, actor, {
		conferenceId,
		familyId,
		key: crypto.randomUUID(),
		appointments: [{ slot: slot.id, wishes: [wanted.id] }],
	});
}

describe('finding people', () => {
	it('forgives accents, order and slips; pages and sorts', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		await readLists(app, organiser, {
			students:
				'Number,Name,Class\n1,Zoë Günther,8A\n2,Leila Adeyemi-Holt,8A\n3,Anna Kowalczuk,8A\n',
			adults: 'Student,Name,E-mail\n2,Folake Adeyemi,f@p.example\n',
		});
		const find = async (text: string) =>
			(await listStudents(app, organiser, { ...QUERY, find: text })).lines.map(
				({ givenName }) => givenName,
			);
		expect(await find('gunther')).toEqual(['Zoë']);
		expect(await find('holt leila')).toEqual(['Leila']);
		expect(await find('kowalzcuk')).toEqual(['Anna']);
		expect(await find('adeyemmi')).toEqual(['Leila']);
		expect(await find('nobody')).toEqual([]);
		expect(await find("' or 1=1 --")).toEqual([]);
		const families = await listRegisterFamilies(app, organiser, { ...QUERY, find: 'folake leila' });
		expect(families.lines.map(({ label }) => label)).toEqual(['Adeyemi-Holt']);
		const found = await findPeople(app, organiser, 'ad');
		expect(found.map(({ kind, name }) => `${kind} ${name}`)).toEqual([
			'student Leila Adeyemi-Holt',
			'family Adeyemi-Holt',
		]);
		const down = await listStudents(app, organiser, { ...QUERY, descending: true });
		expect(down.lines.map(({ givenName }) => givenName)).toEqual(['Anna', 'Zoë', 'Leila']);
	});
});

it('names stand where people look for them, and classes by their number', async () => {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	const names = ['Zorn', 'Übelmesser', 'de la Crête', 'Dahl', 'Ugarte', 'Ångström'];
	const rows = names.map(
		(name, index) => `${index + 1},Ines,${name},${[10, 7, 9, 7, 7, 7][index]}A`,
	);
	const students = `Number,First name,Last name,Class\n${rows.join('\n')}\n`;
	expect(await readLists(app, organiser, { students }, false)).toMatchObject({ ok: true });
	const listed = async (sort: string) =>
		(await listStudents(app, organiser, { ...QUERY, sort })).lines.map(
			({ familyName }) => familyName,
		);
	expect(await listed('name')).toEqual([
		...['Ångström', 'Dahl', 'de la Crête', 'Übelmesser', 'Ugarte', 'Zorn'],
	]);
	expect((await listed('class')).at(-1)).toBe('Zorn');
	const families = await listRegisterFamilies(app, organiser, QUERY);
	expect(families.lines.map(({ label }) => label)[0]).toBe('Ångström');
});

describe('editing by hand', () => {
	it('two organisers do not overwrite each other, and an address belongs to one', async () => {
		const { app, organiser } = await small();
		const [ida] = (await listPersons(app, organiser, 'teacher', { ...QUERY, find: 'ida' })).lines;
		const page = (await readPerson(app, organiser, ida!.id))!;
		expect(await changePerson(app, organiser, { ...page, room: 'Eider' })).toMatchObject({
			ok: true,
		});
		expect(await changePerson(app, organiser, { ...page, room: 'Tern' })).toEqual({
			ok: false,
			reason: 'changed-meanwhile',
		});
		const added = await addPerson(app, organiser, {
			...page,
			kind: 'teacher',
			email: 'ida@s.example',
		});
		expect(added.ok).toBe(true);
		const taken = { ...page, email: 'IDA@s.example' };
		expect(await changePerson(app, organiser, { ...taken, version: page.version + 1 })).toEqual({
			ok: false,
			reason: 'email-taken',
		});
	});

	it('exceptions add and leave out teachers; desks open to all are offered to everybody', async () => {
		const { app, organiser, familyOf } = await small();
		const conference = await conferenceOf(app, organiser, ['Ida Wren', 'Ole Pyo', 'Ada Head']);
		const [leila] = await app.db.select().from(student).where(eq(student.key, '1'));
		const [ida] = await app.db.select().from(person).where(eq(person.familyName, 'Wren'));
		const folake = await familyOf('Folake');
		const wanted = async () => {
			const view = await familyView(app, organiser, conference, folake);
			const desks = new Map(view.desks.map(({ id, name }) => [id, name]));
			const names = new Map(view.students.map(({ id, name }) => [id, name]));
			return view.wishes
				.map(
					({ student, desks: [desk], optional }) =>
						`${names.get(student)} ${desks.get(desk!)}${optional ? ' ?' : ''}`,
				)
				.sort();
		};
		expect(await wanted()).toEqual([
			'Leila Ada Head ?',
			'Leila Ida Wren',
			'Leila Ole Pyo',
			'Tomas Ada Head ?',
			'Tomas Ole Pyo',
		]);
		await setException(app, organiser, { student: leila!.id, person: ida!.id, exception: 'not' });
		const [tomas] = await app.db.select().from(student).where(eq(student.key, '2'));
		await setException(app, organiser, { student: tomas!.id, person: ida!.id, exception: 'also' });
		expect(await wanted()).toEqual([
			'Leila Ada Head ?',
			'Leila Ole Pyo',
			'Tomas Ada Head ?',
			'Tomas Ida Wren',
			'Tomas Ole Pyo',
		]);
		const page = await readStudent(app, organiser, leila!.id);
		expect(page!.meetings.map(({ name, exception }) => [name, exception]).sort()).toEqual([
			['Ida Wren', 'not'],
			['Ole Pyo', null],
		]);
		await undoRegisterAct(app, organiser, { act: (await lastRegisterAct(app.db))!.id });
		expect(await wanted()).not.toContain('Tomas Ida Wren');
	});

	it('joining two households takes wishes and appointments along, and can be taken back', async () => {
		const { app, organiser, familyOf } = await small();
		const conference = await conferenceOf(app, organiser, ['Ida Wren', 'Ole Pyo']);
		const [folake, martin] = [await familyOf('Folake'), await familyOf('Martin')];
		expect(folake).not.toBe(martin);
		expect(await bookFirst(app, organiser, conference, martin)).toMatchObject({ ok: true });
		await mergeFamilies(app, organiser, { kept: folake, gone: martin });
		const page = (await readFamily(app, organiser, folake))!;
		expect(page.adults.map(({ givenName }) => givenName).sort()).toEqual(['Folake', 'Martin']);
		const view = await familyView(app, organiser, conference, folake);
		expect(view.appointments).toHaveLength(1);
		expect(view.wishes.filter(({ placed }) => placed)).toHaveLength(1);
		expect((await registerCounts(app.db)).families).toBe(1);
		expect(
			await undoRegisterAct(app, organiser, { act: (await lastRegisterAct(app.db))!.id }),
		).toEqual({ ok: true });
		expect((await familyView(app, organiser, conference, martin)).appointments).toHaveLength(1);
		expect((await registerCounts(app.db)).families).toBe(2);
	});

	it('parting a household takes the appointments of those who go along, with their own adults alone', async () => {
		const { app, organiser, familyOf } = await small();
		const [folake, martin] = [await familyOf('Folake'), await familyOf('Martin')];
		await mergeFamilies(app, organiser, { kept: folake, gone: martin });
		const conference = await conferenceOf(app, organiser, ['Ida Wren', 'Ole Pyo']);
		const page = (await readFamily(app, organiser, folake))!;
		const idOf = (name: string) => page.adults.find(({ givenName }) => givenName === name)!.id;
		const leila = page.students.find(({ name }) => name === 'Leila Holt')!.id;
		await bookFirst(app, organiser, conference, folake);
		expect(
			await splitFamily(app, organiser, {
				family: folake,
				adults: page.adults.map(({ id }) => id),
				students: [leila],
				inBoth: [],
			}),
		).toEqual({ ok: false, reason: 'nobody-left' });
		const parted = await splitFamily(app, organiser, {
			family: folake,
			adults: [idOf('Martin')],
			students: [leila],
			inBoth: [],
		});
		if (!parted.ok) throw new Error('not parted');
		const view = await familyView(app, organiser, conference, parted.id);
		expect(view.appointments).toHaveLength(1);
		expect(view.students.map(({ name }) => name)).toEqual(['Leila']);
		const comers = await app.db.execute(sql`select adult_id as id from appointment_adult`);
		expect(comers.map(({ id }) => id)).toEqual([idOf('Martin')]);
		expect(
			(await familyView(app, organiser, conference, folake)).students.map(({ name }) => name),
		).toEqual(['Tomas']);
	});
});

describe('a family’s right to its data', () => {
	it('everything in one file, and nothing of the other household', async () => {
		const { app, organiser, familyOf } = await small();
		const text = (await familyData(app, organiser, await familyOf('Martin')))!;
		expect(JSON.parse(text)).toMatchObject({
			family: { label: 'Holt', address: '9 Kelp' },
			adults: [{ givenName: 'Martin', email: 'm@p.example' }],
			students: [{ name: 'Leila Holt', class: '8A' }],
		});
		expect(text).not.toMatch(/Folake|1 Quay|f@p/);
	});

	it('removal leaves counts without names; who is in another household stays there', async () => {
		const { app, organiser, familyOf } = await small();
		const conference = await conferenceOf(app, organiser, ['Ida Wren', 'Ole Pyo']);
		const folake = await familyOf('Folake');
		await bookFirst(app, organiser, conference, folake);
		await eraseFamily(app, organiser, { family: folake, label: await labelOf(app, folake) });
		const rows = await app.db.execute<{ text: string }>(sql`
			select (select string_agg(t::text, ' ') from adult t) || (select string_agg(t::text, ' ') from family t)
				|| coalesce((select string_agg(t::text, ' ') from register_change t), '')
				|| (select string_agg(t::text, ' ') from act t)
				|| (select string_agg(t::text, ' ') from student t) as text`);
		expect(rows[0]!.text).not.toMatch(/Folake|Tomas|f@p\.example|1 Quay/);
		expect(rows[0]!.text).toMatch(/Leila/);
		const standing = await app.db.select({ standing: appointment.standing }).from(appointment);
		expect(standing).toEqual([{ standing: 'cancelled' }]);
		const left = await app.db.select().from(student).where(isNull(student.leftAt));
		expect(left.map(({ givenName }) => givenName)).toEqual(['Leila']);
	});
});

describe('writing lists', () => {
	it('what is written reads as nothing to change: each list, the workbook, the OneRoster set', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		await readLists(app, organiser, demoTexts());
		for (const name of [
			'school.xlsx',
			'students.csv',
			'families.csv',
			'teachers.csv',
			'teaching.csv',
			'interpreters.csv',
		]) {
			const file = (await writeListFile(app, organiser, name))!;
			const tables = await readListFile(name, file.bytes);
			const lists = {
				tables: tables.map((table) => ({ table, ...proposeKind(table) })),
				complete: true,
				answers: {},
			};
			const { difference, unreadable } = await previewLists(app, organiser, lists);
			expect([name, unreadable, difference.faults, difference.lines]).toEqual([name, [], [], []]);
		}
		const zip = (await writeListFile(app, organiser, 'one-roster.zip'))!;
		const tables = await readListFile('one-roster.zip', zip.bytes);
		expect(isOneRoster(tables)).toBe(true);
		const other = await freshApp();
		const there = await organiserOf(other);
		const lists = {
			tables: tables.map((table) => ({ table, ...proposeKind(table) })),
			complete: true,
			answers: {},
		};
		const { seen } = await previewLists(other, there, lists);
		expect(await applyLists(other, there, lists, { seen, leaveOut: false })).toMatchObject({
			ok: true,
		});
		expect(await registerCounts(other.db)).toMatchObject({ students: 230, teachers: 30 });
		expect(await writeListFile(app, organiser, '../secrets')).toBeNull();
	});
});
