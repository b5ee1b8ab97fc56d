import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeLists, makeOneRoster } from '../../../demo/make-lists';
import { makeSchool } from '../../../demo/make-school';
import { pairKey } from '$lib/core/register/households';
import type { RegisterState } from '$lib/core/register/register-state';
import { writeCsv, type WrittenTable } from '$lib/files/write-csv';
import { EMPTY, readInto } from './read-for-test';

const texts = (tables: readonly WrittenTable[]) =>
	Object.fromEntries(tables.map((table) => [table.name, writeCsv(table)]));
const lines = ({
	lines,
}: {
	lines: readonly { subject: string; change: string; name: string }[];
}) => lines.map(({ subject, change, name }) => `${subject} ${change} ${name}`);
const named = <Row extends { givenName: string | null; familyName: string | null }>(
	rows: readonly Row[],
	name: string,
): Row => rows.find((row) => `${row.givenName ?? ''} ${row.familyName}`.trim() === name)!;

const FIRST = {
	teachers: 'Name,E-mail,Room\nIda Wren,ida@s.example,Puffin\nOle Pyo,ole@s.example,Tern\n',
	students:
		'Number,Name,Grade,Class\n1,Leila Holt,Grade 8,8A\n2,Tomas Holt,Grade 2,2A\n3,Noor Gul,Grade 8,8A\n',
	adults:
		'Student,Name,E-mail,Address\n1,Folake Ade,f@p.example,1 Quay\n2,Folake Ade,f@p.example,1 Quay\n1,Martin Holt,m@p.example,1 Quay\n3,Farah Gul,g@p.example,2 Quay\n',
	teaching: 'Class,Subject,Teacher\n8A,French,Ida Wren\n2A,All,ole@s.example\n',
};

describe('reading lists', () => {
	it('makes people, classes and households of what they say', async () => {
		const { state, difference } = await readInto(EMPTY, FIRST);
		expect(difference.faults).toEqual([]);
		expect(state.families.map(({ label, address }) => `${label}: ${address}`)).toEqual([
			'Holt: 1 Quay',
			'Gul: 2 Quay',
		]);
		const folake = named(state.adults, 'Folake Ade');
		expect(folake.families).toEqual(named(state.adults, 'Martin Holt').families);
		expect(named(state.students, 'Tomas Holt').families).toEqual(folake.families);
		expect(state.teaching).toHaveLength(2);
		expect(state.enrolments).toHaveLength(3);
	});

	it('a second time changes nothing', async () => {
		const { state } = await readInto(EMPTY, FIRST);
		const { difference } = await readInto(state, FIRST, { prefix: 'm' });
		expect(difference.lines).toEqual([]);
		expect(difference.doubts).toEqual([]);
	});

	it('a newer list adds, changes, and marks as left; nobody is doubled', async () => {
		const { state } = await readInto(EMPTY, FIRST);
		const { difference, state: later } = await readInto(
			state,
			{
				teachers:
					'Name,E-mail,Room\nIda Wren,ida.wren@s.example,Eider\nMara Roy,mara@s.example,Tern\n',
				students:
					'Number,Name,Grade,Class\n1,Leila Holt,Grade 9,9A\n2,Tomas Holt,Grade 3,3A\n4,New Boy,Grade 3,3A\n',
			},
			{ prefix: 'm' },
		);
		expect(lines(difference)).toEqual([
			'teacher changed Ida Wren',
			'teacher new Mara Roy',
			'teacher gone Ole Pyo',
			'class new 9A',
			'class new 3A',
			'student changed Leila Holt',
			'student changed Tomas Holt',
			'student new New Boy',
			'student gone Noor Gul',
			'adult new ',
			'adult gone Farah Gul',
			'family new Boy',
			'family gone Gul',
			'enrolment new 9A · Leila Holt',
			'enrolment new 3A · Tomas Holt',
			'enrolment new 3A · New Boy',
			'enrolment gone 8A · Leila Holt',
			'enrolment gone 2A · Tomas Holt',
		]);
		expect(named(later.persons, 'Ida Wren').id).toBe(named(state.persons, 'Ida Wren').id);
		const again = await readInto(later, FIRST, { prefix: 'o' });
		expect(lines(again.difference)).toContain('student back Noor Gul');
		expect(lines(again.difference)).toContain('adult back Farah Gul');
		expect(lines(again.difference)).toContain('family back Gul');
		expect(named(again.state.adults, 'Farah Gul').families).toEqual(
			named(state.adults, 'Farah Gul').families,
		);
		const alone = await readInto(later, { students: FIRST.students }, { prefix: 'p' });
		for (const back of ['student back Noor Gul', 'adult back Farah Gul', 'family back Gul'])
			expect(lines(alone.difference)).toContain(back);
		expect(alone.difference.writes.families.insert).toEqual([]);
	});

	it('a known student who comes to belong to a known household is shown', async () => {
		const { state } = await readInto(EMPTY, FIRST);
		const adults = 'Student,Name,E-mail\n1,Farah Gul,g@p.example\n';
		const { difference } = await readInto(state, { adults }, { complete: false, prefix: 'm' });
		expect(lines(difference)).toEqual(['family changed Gul']);
		expect(difference.lines[0]!.details).toEqual([
			{ field: 'members', before: null, after: 'Leila Holt' },
		]);
	});

	it('a list of a part takes nobody for gone', async () => {
		const { state } = await readInto(EMPTY, FIRST);
		const students = 'Number,Name,Grade,Class\n1,Leila Holt,Grade 8,8A\n';
		const { difference } = await readInto(state, { students }, { complete: false, prefix: 'm' });
		expect(difference.lines).toEqual([]);
	});

	it('three columns are enough: student, class, an adult’s e-mail', async () => {
		const list =
			'student,class,e-mail\nLeila Holt,8A,f@p.example\nTomas Holt,2A,f@p.example\nNoor Gul,8A,g@p.example\nNoor Gul,8A,h@p.example\n';
		const { state, difference } = await readInto(EMPTY, { students: list });
		expect(difference.faults).toEqual([]);
		expect(state.students).toHaveLength(3);
		expect(state.families.map(({ label }) => label)).toEqual(['Holt', 'Gul']);
		expect(difference.doubts.map(({ names, together }) => [...names, together])).toEqual([
			['g@p.example', 'h@p.example', true],
		]);
		const { a, b } = difference.doubts[0]!;
		const apart = await readInto(
			EMPTY,
			{ students: list },
			{
				answers: new Map([[pairKey(a, b), false]]),
			},
		);
		expect(apart.state.families.map(({ label }) => label)).toEqual(['Holt', 'Gul', 'Gul']);
		expect(named(apart.state.students, 'Noor Gul').families).toHaveLength(2);
		// A new class in the next list is the same student, not another one.
		const spring = list.replaceAll('8A', '9A');
		const next = await readInto(state, { students: spring }, { prefix: 'm' });
		expect(next.state.students).toHaveLength(3);
		expect(lines(next.difference).filter((line) => line.startsWith('adult'))).toEqual([]);
	});

	it('two households with one student stay two, and what the office joined stays joined', async () => {
		const lists = {
			students: 'Number,Name,Class\n1,Leila Holt,8A\n',
			adults:
				'Student,Name,E-mail,Address\n1,Folake Ade,f@p.example,1 Quay\n1,Martin Holt,m@p.example,9 Kelp\n',
		};
		const { state } = await readInto(EMPTY, lists);
		expect(state.families).toHaveLength(2);
		expect(named(state.students, 'Leila Holt').families).toHaveLength(2);
		const [kept, gone] = state.families.map(({ id }) => id) as [string, string];
		const joined: RegisterState = {
			...state,
			families: state.families.map((row) => ({ ...row, left: row.id === gone })),
			adults: state.adults.map((row) => ({ ...row, families: [kept] })),
			students: state.students.map((row) => ({ ...row, families: [kept] })),
		};
		const { difference } = await readInto(joined, lists, { prefix: 'm' });
		expect(difference.writes.familyAdults.insert).toEqual([]);
		expect(difference.writes.families.insert).toEqual([]);
	});

	it('a couple with one e-mail are two adults; one adult of siblings without e-mail is one', async () => {
		const { state } = await readInto(EMPTY, {
			students: 'Number,Name,Class\n1,Leila Holt,8A\n2,Tomas Holt,2A\n',
			adults:
				'Student,Name,E-mail,Address\n1,Folake Ade,x@p.example,1 Quay\n1,Martin Holt,x@p.example,1 Quay\n1,Aunt May,,1 Quay\n2,Aunt May,,1 Quay\n',
		});
		expect(state.adults.map(({ familyName }) => familyName).sort()).toEqual(['Ade', 'Holt', 'May']);
		expect(state.families).toHaveLength(1);
	});

	it('a class without students and a teacher known by name alone are pointed out', async () => {
		const { difference, state } = await readInto(EMPTY, {
			students: 'Number,Name,Class\n1,Leila Holt,8A\n',
			teaching: 'Class,Subject,Teacher\n8A,French,Ida Wren\n8 b,French,Ida Wren\n',
		});
		expect(difference.faults.map(({ code, text }) => `${code} ${text}`)).toEqual([
			'teacher-made Ida Wren',
			'class-without-students 8 b',
		]);
		expect(state.persons).toHaveLength(1);
	});
});

describe('the demo school', () => {
	const school = makeSchool();
	/** Who meets whom by name: what the lists are read for. */
	const meetings = (state: RegisterState) => {
		const name = (row: { givenName: string | null; familyName: string | null }) =>
			`${row.givenName} ${row.familyName}`;
		const students = new Map(state.students.map((row) => [row.id, row]));
		const persons = new Map(state.persons.map((row) => [row.id, row]));
		return new Set(
			state.teaching.flatMap((entry) =>
				state.enrolments
					.filter((enrolment) => enrolment.class === entry.class)
					.map(
						({ student }) => `${name(students.get(student)!)}: ${name(persons.get(entry.person)!)}`,
					),
			),
		);
	};

	it('has the families, students and needs that it should have', async () => {
		const { state, difference } = await readInto(EMPTY, texts(makeLists(school)));
		expect(difference.faults).toEqual([]);
		expect(difference.doubts).toEqual([]);
		expect(state.families).toHaveLength(170);
		expect(state.students.length).toBe(school.families.flatMap(({ students }) => students).length);
		expect(state.students.filter(({ families }) => families.length === 2)).toHaveLength(12);
		expect(state.families.filter(({ interpreter }) => interpreter)).toHaveLength(9);
		expect(state.families.filter(({ stepFree }) => stepFree)).toHaveLength(4);
		expect(state.persons.filter(({ isInterpreter }) => isInterpreter)).toHaveLength(3);
	});

	it('is the same school when it comes in the shape of OneRoster', async () => {
		const plain = await readInto(EMPTY, texts(makeLists(school)));
		const roster = await readInto(EMPTY, texts(makeOneRoster(school)));
		expect(roster.difference.faults).toEqual([]);
		expect(roster.state.students).toHaveLength(plain.state.students.length);
		expect(roster.state.families).toHaveLength(170);
		expect(meetings(roster.state)).toEqual(meetings(plain.state));
		const again = await readInto(roster.state, texts(makeOneRoster(school)), { prefix: 'm' });
		expect(again.difference.lines).toEqual([]);
	});
});

describe('whatever the lists say', () => {
	const name = fc.constantFrom('Ines', 'Rui', 'Ida', 'Ole', 'Noor', 'Zoë', 'ليلى');
	const label = fc.constantFrom('7A', '7B', '8A');
	const row = fc.record({
		given: name,
		family: name,
		label,
		adult: fc.option(name),
		email: fc.option(fc.constantFrom('a@x.example', 'b@x.example', 'c@x.example')),
		address: fc.option(fc.constantFrom('1 Quay', '2 Quay')),
	});
	const listOf = (
		rows: readonly (typeof row extends fc.Arbitrary<infer Row> ? Row : never)[],
		keys: boolean,
	) =>
		writeCsv({
			name: 'students',
			header: [
				...(keys ? ['Number'] : []),
				'First name',
				'Last name',
				'Class',
				'Parent name',
				'Parent e-mail',
				'Address',
			],
			rows: rows.map((each, at) => [
				...(keys ? [String(at + 1)] : []),
				...[
					each.given,
					each.family,
					each.label,
					each.adult ?? '',
					each.email ?? '',
					each.address ?? '',
				],
			]),
		});

	it('reading them twice changes nothing, and every student is in a family with an adult', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.array(row, { minLength: 1, maxLength: 12 }),
				fc.boolean(),
				async (rows, keys) => {
					const students = listOf(rows, keys);
					const { state } = await readInto(EMPTY, { students });
					for (const student of state.students) {
						expect(student.families.length).toBeGreaterThan(0);
						for (const family of student.families)
							expect(state.adults.some(({ families }) => families.includes(family))).toBe(true);
					}
					const again = await readInto(state, { students }, { prefix: 'm' });
					expect(lines(again.difference)).toEqual([]);
				},
			),
			{ numRuns: 300, seed: 20261124 },
		);
		// A busy machine is no fault of the computation's.
	}, 120_000);
});
