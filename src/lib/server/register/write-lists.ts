import type { RegisterState } from '../../core/register/register-state';
import { may, type Actor } from '../../core/permissions/may';
import { writeCsv, type WrittenTable } from '../../files/write-csv';
import { writeWorkbook } from '../../files/write-workbook';
import { writeZip } from '../../files/write-zip';
import type { App } from '../app';
import { ForbiddenError } from '../foundation/forbidden';
import { readSchool } from './school';
import { loadRegister } from './load-register';
import { writtenOneRoster } from './write-one-roster';

export interface WrittenFile {
	readonly bytes: Uint8Array<ArrayBuffer>;
	readonly type: string;
}

/**
 * The register as a file: `NAME.csv` for one list, `school.xlsx` for all, `one-roster.zip` in the shape
 * of the OneRoster standard. Whoever left is not in it, nor anything of withdrawn rights and of
 * families kept apart. `null` for a name that is none of these.
 */
export async function writeListFile(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	name: string,
): Promise<WrittenFile | null> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const state = whoIsHere(await loadRegister(db));
	const lists = writtenLists(state);
	if (name === 'school.xlsx')
		return {
			bytes: new Uint8Array(await writeWorkbook(lists, clock.now())),
			type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
		};
	if (name === 'one-roster.zip') {
		const school = await readSchool(db);
		const tables = writtenOneRoster(state, school?.name ?? '', school?.schoolYear ?? '');
		const files = new Map(
			tables.map((table) => [`${table.name}.csv`, writeCsv(table, { mark: false })]),
		);
		return { bytes: new Uint8Array(writeZip(files)), type: 'application/zip' };
	}
	const list = lists.find((table) => `${table.name}.csv` === name);
	return list
		? { bytes: new TextEncoder().encode(writeCsv(list)), type: 'text/csv; charset=utf-8' }
		: null;
}

function whoIsHere(state: RegisterState): RegisterState {
	const here = <Row extends { readonly left: boolean }>(rows: readonly Row[]) =>
		rows.filter(({ left }) => !left);
	const [persons, students] = [here(state.persons), here(state.students)];
	const ids = new Set([...persons, ...students].map(({ id }) => id));
	return {
		...state,
		persons,
		students,
		adults: here(state.adults),
		families: here(state.families),
		teaching: state.teaching.filter(({ person }) => ids.has(person)),
		enrolments: state.enrolments.filter(({ student }) => ids.has(student)),
	};
}

const text = (value: string | null): string => value ?? '';
const nameOf = (row: { givenName: string | null; familyName: string | null }): string =>
	[row.givenName, row.familyName].filter(Boolean).join(' ');

/** Lists with headings that reading them again understands by itself. */
function writtenLists(state: RegisterState): WrittenTable[] {
	const labels = new Map(state.classes.map(({ id, label }) => [id, label]));
	const homes = new Map(
		state.enrolments
			.filter(({ home }) => home)
			.map((entry) => [entry.student, labels.get(entry.class) ?? '']),
	);
	const families = new Map(state.families.map((family) => [family.id, family]));
	const adultsOf = (family: string) =>
		state.adults.filter(({ families }) => families.includes(family));
	const keyOf = ({ key, id }: { key: string | null; id: string }) => key ?? id;
	const persons = new Map(state.persons.map((person) => [person.id, person]));
	return [
		{
			name: 'teachers',
			header: [
				...['Staff number', 'Title', 'First name', 'Last name', 'E-mail', 'Telephone', 'PIN'],
				...['Subjects', 'Usual room', 'Building', 'Video link'],
			],
			rows: state.persons
				.filter(({ isTeacher }) => isTeacher)
				.map((row) => [
					...[keyOf(row), text(row.title), text(row.givenName), text(row.familyName)],
					...[text(row.email), text(row.telephone), text(row.pin), row.subjects.join('; ')],
					...[text(row.room), text(row.building), text(row.link)],
				]),
		},
		{
			name: 'students',
			header: ['Student number', 'Last name', 'First name', 'Grade', 'Class'],
			rows: state.students.map((row) => [
				...[keyOf(row), text(row.familyName), text(row.givenName), row.yearGroup],
				homes.get(row.id) ?? '',
			]),
		},
		{
			name: 'families',
			header: [
				...['Student number', 'Household', 'First name', 'Last name', 'E-mail', 'Mobile'],
				...['Address', 'Language', 'Preferred way', 'Interpreter', 'Step-free'],
			],
			rows: state.students.flatMap((student) =>
				student.families.flatMap((id) => {
					const family = families.get(id);
					if (!family) return [];
					return adultsOf(id).map((adult) => [
						...[keyOf(student), id, text(adult.givenName), text(adult.familyName)],
						...[text(adult.email), text(adult.telephone), text(family.address)],
						...[text(adult.language), adult.channel, text(family.interpreter)],
						family.stepFree ? 'yes' : '',
					]);
				}),
			),
		},
		{
			name: 'teaching',
			header: ['Class', 'Subject', 'Teacher'],
			rows: state.teaching.map((entry) => {
				const person = persons.get(entry.person)!;
				return [labels.get(entry.class) ?? '', entry.subject, person.email ?? nameOf(person)];
			}),
		},
		{
			name: 'interpreters',
			header: ['Name', 'Languages', 'Hours', 'E-mail', 'Telephone'],
			rows: state.persons
				.filter(({ isInterpreter }) => isInterpreter)
				.map((row) => [
					...[nameOf(row), row.languages.join('; '), text(row.hours), text(row.email)],
					text(row.telephone),
				]),
		},
	];
}
