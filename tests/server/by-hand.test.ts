import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import {
	enrolment,
	invitation,
	schoolClass,
	student,
} from '$lib/server/foundation/database/schema';
import { byName } from '$lib/server/register/name-order';
import { addStudent } from '$lib/server/register/add-student';
import { findFamilies } from '$lib/server/register/find-families';
import { readFamily } from '$lib/server/register/edit-family';
import { listStudents } from '$lib/server/register/list-people';
import { lastRegisterAct, undoRegisterAct } from '$lib/server/register/undo-register-act';
import { freshApp } from './database';
import { organiserOf } from './organiser-of';
import { readLists } from './read-school';

const ADULT = { givenName: 'Ole', familyName: 'Wren', email: '', telephone: '', language: '' };
const IDA = { givenName: 'Ida', familyName: 'Wren', yearGroup: '', class: '7A', isAnother: false };

describe('a student by hand', () => {
	it('comes with a new family, a class and an invitation, and can be taken back', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const home = { address: '1 Quay', adult: { ...ADULT, email: 'ole@x.example' } };
		const added = await addStudent(app, organiser, { student: IDA, home });
		if (!added.ok) throw new Error(added.reason);
		const family = await readFamily(app, organiser, added.family);
		expect(family).toMatchObject({
			label: 'Wren',
			address: '1 Quay',
			adults: [{ givenName: 'Ole', familyName: 'Wren', email: 'ole@x.example' }],
			students: [{ name: 'Ida Wren', classLabel: '7A' }],
		});
		const [row] = await app.db.select().from(student);
		expect(row).toMatchObject({ yearGroup: '7' });
		expect(await app.db.select().from(invitation)).toHaveLength(1);
		const act = await lastRegisterAct(app.db);
		expect(await undoRegisterAct(app, organiser, { act: act!.id })).toEqual({ ok: true });
		expect(await app.db.select().from(student)).toEqual([]);
	});

	it('joins a known family, and a class that is there under another spelling', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const students = 'Number,Name,Class,Parent e-mail\n1,Leila Holt,7a,f@p.example\n';
		await readLists(app, organiser, { students }, false);
		const [holt] = await findFamilies(app, organiser, 'leila');
		const added = await addStudent(app, organiser, {
			student: { ...IDA, class: '7 A' },
			home: { familyId: holt!.id },
		});
		expect(added).toMatchObject({ ok: true, family: holt!.id });
		const classes = await app.db.select().from(schoolClass);
		expect(classes).toHaveLength(1);
		expect(
			await app.db.select().from(enrolment).where(eq(enrolment.classId, classes[0]!.id)),
		).toHaveLength(2);
	});

	it('of a name that is there already is added only if it was said to be another one', async () => {
		const app = await freshApp();
		const organiser = await organiserOf(app);
		const home = { address: '', adult: ADULT };
		await addStudent(app, organiser, { student: IDA, home });
		const again = { ...IDA, givenName: 'ÍDA' };
		expect(await addStudent(app, organiser, { student: again, home })).toEqual({
			ok: false,
			reason: 'namesake',
		});
		const query = { find: '', sort: 'name', descending: false, page: 1, gone: false };
		expect((await listStudents(app, organiser, query)).total).toBe(1);
		expect(
			await addStudent(app, organiser, { student: { ...again, isAnother: true }, home }),
		).toMatchObject({
			ok: true,
		});
	});
});

it('families of one name are told apart by adults, children with classes, and address', async () => {
	const app = await freshApp();
	const organiser = await organiserOf(app);
	const rows = [7, 8, 9].map(
		(grade) => `${grade},Kid${grade} Holt,${grade}A,Ole Holt,o${grade}@x.example,${grade} Quay`,
	);
	await readLists(
		app,
		organiser,
		{ students: `Number,Name,Class,Parent name,Parent e-mail,Address\n${rows.join('\n')}\n` },
		false,
	);
	const found = await findFamilies(app, organiser, 'holt');
	expect(found.map(({ label }) => label)).toEqual(['Holt', 'Holt', 'Holt']);
	expect(found[0]).toMatchObject({
		address: '7 Quay',
		adults: ['Ole Holt, o7@x.example'],
		students: ['Kid7 Holt 7A'],
	});
	const others = await findFamilies(app, organiser, 'kid holt', found[0]!.id);
	expect(others.map(({ address }) => address)).toEqual(['8 Quay', '9 Quay']);
	const nobody = { kind: 'teacher', person: found[0]!.id } as const;
	await expect(findFamilies(app, nobody, 'holt')).rejects.toThrow();
});

// Source: Intl.Collator of the runtime, which has the rules of CLDR, as PostgreSQL's ICU has.
describe('names stand in the order of the reader’s language', () => {
	const names = [
		...['Öberg', 'Oberg', 'Zorn', 'Ångström', 'Aaberg', 'Adler', 'Übelmesser', 'Ugarte'],
		...['de la Crête', 'Dahl', 'Čapek', 'Cook', 'Çelik', 'Ñuñez', 'Nunez', 'Ibsen', 'İnan', 'Łoś'],
		...['Lott', '7B', '10A', '9C', 'Þór', 'Thor', 'Świt', 'Swit', 'Chytil', 'Hora'],
	];

	it.each(['en', 'de', 'sv', 'da', 'es', 'cs', 'pl', 'tr', 'is', 'lt'])('%s', async (language) => {
		const app = await freshApp();
		const values = sql.join(
			names.map((name) => sql`(${name}::text)`),
			sql`, `,
		);
		const rows = await app.db.execute<{ name: string }>(
			sql`select name from (values ${values}) as list (name) order by ${byName(sql`name`, language)}`,
		);
		const { compare } = new Intl.Collator(language, { numeric: true });
		expect(rows.map(({ name }) => name)).toEqual([...names].sort(compare));
	});
});
