import { gradeCode } from '../src/lib/core/lists/one-roster';
import type { WrittenTable } from '../src/lib/files/write-csv';
import { interpreters } from './gannet-cove';
import type { MadeSchool } from './make-school';

/** The school as the lists that its office would export. Headings are those of no program. */
export function makeLists({ teachers, families, otherHouseholds }: MadeSchool): WrittenTable[] {
	return [
		{
			name: 'teachers',
			header: [
				...['Staff number', 'Title', 'Name', 'E-mail', 'Subjects', 'Usual room', 'Building'],
				...['Video link', 'Telephone', 'PIN'],
			],
			rows: teachers.map((entry) => [
				...[entry.key, entry.title, entry.name, entry.email],
				...[entry.subjects.map(({ subject }) => subject).join('; '), entry.room, entry.building],
				...[entry.link, entry.telephone, entry.pin],
			]),
		},
		{
			name: 'students',
			header: ['Student number', 'Last name', 'First name', 'Grade', 'Class'],
			rows: families.flatMap(({ students }) =>
				students.map((entry) => [
					...[entry.key, entry.familyName, entry.givenName, entry.yearGroup, entry.class],
				]),
			),
		},
		{
			name: 'adults',
			header: [
				...['Student number', 'First name', 'Last name', 'E-mail', 'Mobile', 'Address'],
				...['Language', 'Preferred way', 'Interpreter', 'Step-free'],
			],
			rows: [...families, ...otherHouseholds].flatMap((family) =>
				family.students.flatMap((student) =>
					family.adults.map((adult) => [
						...[student.key, adult.givenName, adult.familyName, adult.email, adult.telephone],
						...[family.address, adult.language, adult.channel, family.interpreter],
						family.stepFree ? 'yes' : '',
					]),
				),
			),
		},
		{
			name: 'teaching',
			header: ['Class', 'Subject', 'Teacher'],
			rows: teachers.flatMap(({ name, subjects }) =>
				subjects.flatMap(({ subject, classes }) => classes.map((label) => [label, subject, name])),
			),
		},
		{
			name: 'interpreters',
			header: ['Name', 'Languages', 'Hours', 'E-mail'],
			rows: interpreters.map(({ name, languages, hours }) => [
				...[name, languages, hours],
				`${name.split(' ').at(-1)!.toLowerCase()}@voices.example`,
			]),
		},
	];
}

/**
 * The same school in the shape of the OneRoster CSV standard, version 1.1: what such a file can say.
 * A teacher of a subject teaches a class of its own beside the home class.
 */
export function makeOneRoster({ teachers, families, otherHouseholds }: MadeSchool): WrittenTable[] {
	const students = families.flatMap(({ students }) => students);
	const labels = [...new Set(students.map((student) => student.class))].sort();
	const subjects = [
		...new Set(teachers.flatMap((entry) => entry.subjects.map(({ subject }) => subject))),
	];
	const households = [...families, ...otherHouseholds];
	const adultKey = (family: number, adult: number) => `A${family}-${adult}`;
	const agentsOf = new Map<string, string[]>();
	households.forEach((family, index) => {
		for (const student of family.students) {
			const agents = family.adults.map((_, adult) => adultKey(index, adult));
			agentsOf.set(student.key, [...(agentsOf.get(student.key) ?? []), ...agents]);
		}
	});
	const sections = teachers.flatMap((entry) =>
		entry.subjects.flatMap(({ subject, classes }) =>
			classes.map((label) => ({
				...{ key: `${label}-${subject}`, label, subject, teacher: entry.key },
			})),
		),
	);
	const sectionKeys = [...new Map(sections.map((entry) => [entry.key, entry])).values()];
	const org = 'gannet-cove';
	const user = (
		key: string,
		role: string,
		[given, family]: readonly [string, string],
		more: { email?: string; sms?: string; agents?: readonly string[]; grade?: string } = {},
	) => [
		...[key, '', '', 'true', org, role, key, '', given, family, '', key, more.email ?? ''],
		...[more.sms ?? '', '', (more.agents ?? []).join(','), more.grade ?? '', ''],
	];
	return [
		{
			name: 'manifest',
			header: ['propertyName', 'value'],
			rows: [
				['manifest.version', '1.0'],
				['oneroster.version', '1.1'],
				...['orgs', 'users', 'courses', 'classes', 'enrollments', 'academicSessions'].map(
					(file) => [`file.${file}`, 'bulk'],
				),
				...['demographics', 'lineItems', 'results', 'categories', 'resources'].map((file) => [
					`file.${file}`,
					'absent',
				]),
			],
		},
		{
			name: 'orgs',
			header: [
				...['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier'],
				'parentSourcedId',
			],
			rows: [[org, '', '', 'Gannet Cove School', 'school', '', '']],
		},
		{
			name: 'academicSessions',
			header: [
				...['sourcedId', 'status', 'dateLastModified', 'title', 'type', 'startDate', 'endDate'],
				...['parentSourcedId', 'schoolYear'],
			],
			rows: [['year', '', '', 'School year', 'schoolYear', '2026-09-01', '2027-06-30', '', '2027']],
		},
		{
			name: 'courses',
			header: [
				...[
					'sourcedId',
					'status',
					'dateLastModified',
					'schoolYearSourcedId',
					'title',
					'courseCode',
				],
				...['grades', 'orgSourcedId', 'subjects', 'subjectCodes'],
			],
			rows: subjects.map((subject) => [subject, '', '', 'year', subject, '', '', org, subject, '']),
		},
		{
			name: 'classes',
			header: [
				...['sourcedId', 'status', 'dateLastModified', 'title', 'grades', 'courseSourcedId'],
				...['classCode', 'classType', 'location', 'schoolSourcedId', 'termSourcedIds', 'subjects'],
				...['subjectCodes', 'periods'],
			],
			rows: [
				...labels.map((label) => [
					...[label, '', '', label, '', subjects[0]!, label, 'homeroom', '', org, 'year', ''],
					...['', ''],
				]),
				...sectionKeys.map(({ key, label, subject }) => [
					...[key, '', '', `${label} ${subject}`, '', subject, key, 'scheduled', '', org, 'year'],
					...[subject, '', ''],
				]),
			],
		},
		{
			name: 'users',
			header: [
				...['sourcedId', 'status', 'dateLastModified', 'enabledUser', 'orgSourcedIds', 'role'],
				...['username', 'userIds', 'givenName', 'familyName', 'middleName', 'identifier', 'email'],
				...['sms', 'phone', 'agentSourcedIds', 'grades', 'password'],
			],
			rows: [
				...teachers.map(({ key, name, email }) => {
					const [given = '', ...family] = name.split(' ');
					return user(key, 'teacher', [given, family.join(' ')], { email });
				}),
				...students.map(({ key, givenName, familyName, yearGroup }) =>
					user(key, 'student', [givenName, familyName], {
						agents: agentsOf.get(key) ?? [],
						grade: gradeCode(yearGroup),
					}),
				),
				...households.flatMap(({ adults }, family) =>
					adults.map(({ givenName, familyName, email, telephone }, index) =>
						user(adultKey(family, index), 'parent', [givenName, familyName], {
							...{ email, sms: telephone },
						}),
					),
				),
			],
		},
		{
			name: 'enrollments',
			header: [
				...['sourcedId', 'status', 'dateLastModified', 'classSourcedId', 'schoolSourcedId'],
				...['userSourcedId', 'role', 'primary', 'beginDate', 'endDate'],
			],
			rows: [
				...students.flatMap((student) =>
					[
						student.class,
						...sectionKeys.filter(({ label }) => label === student.class).map(({ key }) => key),
					].map((key) => [
						...[`${key}/${student.key}`, '', '', key, org, student.key, 'student', 'false', '', ''],
					]),
				),
				...sections.map(({ key, teacher }) => [
					...[`${key}/${teacher}`, '', '', key, org, teacher, 'teacher', 'true', '', ''],
				]),
			],
		},
	];
}
