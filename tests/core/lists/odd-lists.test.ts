import { describe, expect, it } from 'vitest';
import { compareLists } from '$lib/core/register/compare-lists';
import { missingFields, proposeKind } from '$lib/core/register/propose-columns';
import { readRows } from '$lib/core/register/read-rows';
import { sharedClasses } from '$lib/core/register/shared-classes';
import { readListFile } from '$lib/files/read-list-file';
import { sheetsToLeaveOut } from '$lib/ui/register/sheets';
import { oddLists } from './odd-lists';
import { applied, counter, EMPTY } from './read-for-test';

const nameOf = (row: { givenName: string | null; familyName: string | null }) =>
	[row.givenName, row.familyName].filter(Boolean).join(' ');

describe('a list as an office has it is read right or asked about', () => {
	it.each(oddLists)(
		'$about',
		async ({ name, bytes, columns, people, adults = [], families, asked = [] }) => {
			const tables = await readListFile(name, await bytes());
			const all = tables.map((table) => ({ table, ...proposeKind(table) }));
			const out = new Set(sheetsToLeaveOut(all));
			const named = all.filter(({ table }) => !out.has(table.name));
			expect(named.flatMap(({ table }) => table.faults)).toEqual([]);
			expect(named[0]!.columns.map((field) => field ?? '-').join(' ')).toBe(columns);
			const missing = named.flatMap(({ kind, columns }) => missingFields(kind, columns));
			if (missing.length) {
				expect(missing.map((field) => `missing ${field}`)).toEqual(asked);
				return;
			}
			const shared = sharedClasses(named, []);
			const options = { complete: false, newId: counter('n') };
			const difference = compareLists(readRows(named, shared), EMPTY, options);
			const { rows, students } = difference.counts;
			const said = [
				...shared.doubts.map(({ label }) => `class ${label}`),
				...difference.faults.map(({ code, origin }) => `${code} ${origin.row}`),
				...(rows === students ? [] : [`${rows} rows, ${students} student`]),
			].filter((text) => !text.startsWith('teacher-made') && !text.startsWith('class-without'));
			expect(said).toEqual(asked);

			const state = applied(EMPTY, difference);
			const home = new Map(state.enrolments.map((entry) => [entry.student, entry.class]));
			const labels = new Map(state.classes.map(({ id, label }) => [id, label]));
			const readPeople = state.students.map((row) =>
				[nameOf(row), labels.get(home.get(row.id)!), row.yearGroup].join(', '),
			);
			const teachers = named[0]!.kind === 'teachers' ? state.persons.map(nameOf) : [];
			expect([...readPeople, ...teachers]).toEqual(people);
			const addressOf = new Map(state.families.map(({ id, address }) => [id, address]));
			const readAdults = state.adults
				.filter((row) => nameOf(row) || row.email || row.telephone)
				.map((row) =>
					[
						...[nameOf(row), row.email ?? '', row.telephone ?? ''],
						...row.families.flatMap((id) => addressOf.get(id) ?? []),
					].join(', '),
				);
			expect(readAdults).toEqual(adults);
			if (families) expect(state.families).toHaveLength(families);
		},
	);

	it('two classes in one cell are two when it is answered so, and one class where the register has it', async () => {
		const [table] = await readListFile(
			'Unterricht.csv',
			new TextEncoder().encode('Klasse;Fach;Lehrkraft\n5a/b;Sport;Müller\n7/8;Kunst;Müller\n'),
		);
		const named = [{ table: table!, ...proposeKind(table!) }];
		const taught = (known: readonly string[], answers: [string, boolean][] = []) =>
			readRows(named, sharedClasses(named, known, new Map(answers))).teaching.map(
				(entry) => entry.class.text,
			);
		expect(taught([])).toEqual(['5a', '5b', '7/8']);
		expect(taught([], [['class 5ab', false]])).toEqual(['5a/b', '7/8']);
		expect(taught(['5a/b'])).toEqual(['5a/b', '7/8']);
		expect(sharedClasses(named, ['5a', '5b', '7/8']).doubts).toEqual([]);
		expect(sharedClasses(named, []).doubts.map(({ label, apart }) => [label, apart])).toEqual([
			['5a/b', true],
			['7/8', false],
		]);
	});
});
