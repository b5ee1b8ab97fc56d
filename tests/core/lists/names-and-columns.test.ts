import { describe, expect, it } from 'vitest';
import { readPersonName } from '$lib/core/register/person-name';
import { plainName, plainText } from '$lib/core/register/plain-text';
import { proposeColumns, proposeKind } from '$lib/core/register/propose-columns';
import { tableOf } from '$lib/core/register/table-of';

describe('a name in one cell', () => {
	it.each([
		['Ines Amaral', null, 'Ines', 'Amaral'],
		['Amaral, Ines', null, 'Ines', 'Amaral'],
		['Ms Ines Amaral', 'Ms', 'Ines', 'Amaral'],
		['Dr. Emeric Thorne', 'Dr.', 'Emeric', 'Thorne'],
		['Thorne, Dr Emeric', 'Dr', 'Emeric', 'Thorne'],
		['Piet van Rooyen', null, 'Piet', 'van Rooyen'],
		['Ana Maria dos Santos', null, 'Ana Maria', 'dos Santos'],
		['Ms Amaral', 'Ms', null, 'Amaral'],
		['Amaral', null, null, 'Amaral'],
		['  Leila   Adeyemi-Holt ', null, 'Leila', 'Adeyemi-Holt'],
		['ليلى حداد', null, 'ليلى', 'حداد'],
	])('%s', (text, title, givenName, familyName) => {
		expect(readPersonName(text)).toEqual({ title, givenName, familyName });
	});

	it.each([
		['Zoë Günther', 'zoe gunther'],
		['Łukasz Groß', 'lukasz gross'],
		['Søren Æbelø', 'soren aebelo'],
		["Mali'an  Googoo", 'mali an googoo'],
	])('%s is compared as %s', (text, plain) => {
		expect(plainText(text)).toBe(plain);
	});

	it('is the same in either order', () => {
		expect(plainName('Amaral, Ines')).toBe(plainName('ines AMARAL'));
	});
});

const table = (name: string, header: string, row = '') =>
	tableOf(name, [
		{ row: 1, cells: header.split(',') },
		{ row: 2, cells: row.split(',') },
	]);

describe('what a list is and what its columns mean', () => {
	it.each([
		[
			'a.csv',
			'Surname,Forename,Year,Form,Pupil number',
			'students',
			'familyName,givenName,yearGroup,class,key',
		],
		['b.csv', 'Class,Subject,Teacher', 'teaching', 'class,subject,teacher'],
		['staff.csv', 'E-Mail Address,Name,Room', 'teachers', 'email,name,room'],
		[
			'parents.csv',
			'Student ID,Parent name,Parent e-mail,Phone',
			'adults',
			'student,name,email,telephone',
		],
		['courses.csv', 'Group,Pupil', 'enrolments', 'class,student'],
		['c.csv', 'Name,Languages,Hours', 'interpreters', 'name,languages,hours'],
		['families.csv', 'Schüler,Class,E-mail', 'adults', 'student,class,email'],
		['d.csv', 'student,class,E-MAIL OF AN ADULT', 'students', 'name,class,adultEmail'],
	])('%s with %s', (name, header, kind, columns) => {
		const proposal = proposeKind(table(name, header));
		expect(proposal.kind).toBe(kind);
		expect(proposal.columns.map((field) => field ?? '').join()).toBe(columns);
	});

	it('knows a column of e-mails by what stands in it', () => {
		const list = table('x.csv', 'Pupil,Class,Contact A', 'Ines Amaral,7A,a@x.example');
		expect(proposeColumns(list, 'students')).toEqual(['name', 'class', 'adultEmail']);
	});

	it('gives no meaning twice', () => {
		const columns = proposeColumns(table('x.csv', 'Name,Student,Class,Home class'), 'students');
		expect(columns).toEqual(
			['name', null, null, 'class'].map((field, at) =>
				at === 2 ? 'class' : at === 3 ? null : field,
			),
		);
	});
});
