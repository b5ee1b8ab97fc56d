import { describe, expect, it } from 'vitest';
import { withHeadAt } from '$lib/core/register/table-of';
import { yearOfClass } from '$lib/core/register/class-label';
import { proposeKind } from '$lib/core/register/propose-columns';
import { readListFile } from '$lib/files/read-list-file';
import { listFaultTexts } from '$lib/ui/register/list-text';
import { EMPTY, readInto } from './read-for-test';

const HEAD = 'Pupil no.,First name,Last name,Class,Parent name,Parent e-mail\n';
const students = (...rows: string[]) => ({ students: `${HEAD}${rows.join('\n')}\n` });
const nameOf = (row: { givenName: string | null; familyName: string | null }) =>
	`${row.givenName} ${row.familyName}`;

describe('rows that fall on one student', () => {
	it('are a fault that shows both if they contradict each other, and their adults are nobody’s', async () => {
		const { state, difference } = await readInto(
			EMPTY,
			students(
				'1,Ida,Wren,7A,Ole Wren,ole@x.example',
				'1,Tom,Pyo,7A,Ann Pyo,ann@x.example',
				'2,Rut,Roy,7A,Jo Roy,jo@x.example',
				'2,Rut,Roy,8B,Max Roy,max@x.example',
			),
		);
		expect(listFaultTexts(difference.faults)).toEqual([
			'students.csv, Row 3, column Number or key: “1” already belongs to somebody else. Row 2 has “Ida Wren”.',
			'students.csv, Row 5, column Class: “8B” in this row, something else in another row of the same student. Row 4 has “7A”.',
		]);
		expect(state.adults.map(nameOf).sort()).toEqual(['Jo Roy', 'Ole Wren']);
		expect(difference.counts).toEqual({ rows: 2, students: 2 });
	});

	it('are counted if they say the same, so that it can be asked whether that is right', async () => {
		const { state, difference } = await readInto(
			EMPTY,
			students(
				'1,Ida,Wren,7A,Ole Wren,ole@x.example',
				'1,Ida,Wren,7A,Rut Adler,rut@x.example',
				',Rut,Roy,7A,Jo Roy,jo@x.example',
				',Rut,Roy,7A,Max Roy,max@x.example',
			),
		);
		expect(difference.faults).toEqual([]);
		expect(difference.counts).toEqual({ rows: 4, students: 2 });
		expect(state.adults).toHaveLength(4);
	});

	it('namesakes in two classes are two students', async () => {
		const { difference } = await readInto(
			EMPTY,
			students(',Ida,Wren,7A,Ole Wren,ole@x.example', ',Ida,Wren,8B,Ann Wren,ann@x.example'),
		);
		expect(difference.counts).toEqual({ rows: 2, students: 2 });
	});

	it('an adult whom two rows call differently keeps what stands first, and that is said', async () => {
		const { state, difference } = await readInto(
			EMPTY,
			students('1,Ida,Wren,7A,Ole Wren,ole@x.example', '1,Ida,Wren,7A,Ole Wren,other@x.example'),
		);
		expect(state.adults.map(({ email }) => email)).toEqual(['ole@x.example']);
		expect(difference.faults.map(({ code }) => code)).toEqual(['adult-differs']);
	});

	it('a row without a given name is a fault', async () => {
		const { state, difference } = await readInto(
			EMPTY,
			students('1,,Wren,7A,Ole Wren,ole@x.example', '2,,Wren,7A,Jo Wren,jo@x.example'),
		);
		expect(difference.faults.map(({ code }) => code)).toEqual([
			...['given-name-missing', 'given-name-missing'],
		]);
		expect(state.students).toEqual([]);
	});
});

describe('many faults of one kind', () => {
	it('are one sentence with a number and the first three rows', async () => {
		const rows = Array.from({ length: 500 }, (_, at) => `${at},Ida${at},Wren,,,`);
		const { difference } = await readInto(EMPTY, students(...rows));
		expect(difference.faults).toHaveLength(500);
		expect(listFaultTexts(difference.faults)).toEqual([
			'students.csv, Column Class, 500 rows, such as 2, 3 and 4: the class is missing.',
		]);
	});
});

describe('the year group of a student whose list gives none', () => {
	it.each([
		['of somebody new it is the class’s number', '7A', '', null, '7'],
		['or the class’s name', 'Oak', '', null, 'Oak'],
		['it stays while the class does', '8A', 'Grade 8', '8a', 'Grade 8'],
		['it gets the number of the new class', '9B', 'Grade 8', '8A', 'Grade 9'],
		['also from one digit to two', '10A', 'Year 9', '9A', 'Year 10'],
		['it is called like the class where it was', '9A', '8A', '8A', '9A'],
		['a class without a number says nothing of it', 'Elm', 'Year 4', 'Oak', 'Year 4'],
	])('%s', (_, label, yearGroup, before, expected) => {
		expect(yearOfClass(label, { yearGroup, label: before })).toBe(expected);
	});

	it('follows the class in the next list, also when the school year has changed', async () => {
		const first = await readInto(EMPTY, {
			students: 'Number,Name,Class,Grade\n1,Ida Wren,8A,Grade 8\n',
		});
		const next = { students: 'Number,Name,Class\n1,Ida Wren,9A\n' };
		const same = await readInto(first.state, next, { prefix: 'm' });
		expect(same.state.students[0]!.yearGroup).toBe('Grade 9');
		const [student] = first.state.students;
		const later = {
			...first.state,
			students: [{ ...student!, lastClass: '8A' }],
			classes: [],
			enrolments: [],
			teaching: [],
		};
		const nextYear = await readInto(later, next, { prefix: 'm' });
		expect(nextYear.state.students[0]!.yearGroup).toBe('Grade 9');
	});
});

describe('headings', () => {
	it('are where somebody says, if they were found in the wrong place', async () => {
		const [table] = await readListFile(
			'students.csv',
			new TextEncoder().encode('Name,Class,E-mail\nqq,ww,ee\nIda Wren,7A,ole@x.example\n'),
		);
		expect(table!.sheet!.head).toEqual({ at: 0, levels: 1 });
		const changed = withHeadAt(table!, 2);
		expect(changed.header).toEqual(['qq', 'ww', 'ee']);
		expect(changed.rows.map(({ row }) => row)).toEqual([3]);
		expect(withHeadAt(changed, 1).rows.map(({ row }) => row)).toEqual([2, 3]);
		expect(proposeKind(withHeadAt(changed, 1)).kind).toBe('students');
	});

	it('a column that only counts the rows is no number of anybody', async () => {
		const read = async (numbers: readonly number[]) => {
			const rows = numbers.map((number) => `${number},Ida Wren,7A\n`).join('');
			const text = new TextEncoder().encode(`Nr.,Name,Class\n${rows}`);
			const [table] = await readListFile('students.csv', text);
			return proposeKind(table!).columns[0];
		};
		expect(await read([1, 2, 3])).toBeNull();
		expect(await read([31, 17, 20])).toBe('key');
	});
});
