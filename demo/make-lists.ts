import { gradeCode } from '../src/lib/core/register/one-roster';
import { oneRosterManifest, oneRosterTable } from '../src/lib/core/register/one-roster-columns';
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
				key: `${label}-${subject}`,
				label,
				subject,
				teacher: entry.key,
			})),
		),
	);
	const sectionKeys = [...new Map(sections.map((entry) => [entry.key, entry])).values()];
	const org = 'gannet-cove';
	const user = { enabledUser: 'true', orgSourcedIds: org };
	const named = (name: string) => {
		const [givenName = '', ...family] = name.split(' ');
		return { givenName, familyName: family.join(' ') };
	};
	const enrolment = (classKey: string, userKey: string, role: string) => ({
		sourcedId: `${classKey}/${userKey}`,
		classSourcedId: classKey,
		schoolSourcedId: org,
		userSourcedId: userKey,
		role,
		primary: String(role === 'teacher'),
	});
	return [
		oneRosterManifest(),
		oneRosterTable('orgs', [{ sourcedId: org, name: 'Gannet Cove School', type: 'school' }]),
		oneRosterTable('academicSessions', [
			{
				sourcedId: 'year',
				title: 'School year',
				type: 'schoolYear',
				schoolYear: '2027',
				startDate: '2026-09-01',
				endDate: '2027-06-30',
			},
		]),
		oneRosterTable(
			'courses',
			subjects.map((subject) => ({
				sourcedId: subject,
				title: subject,
				subjects: subject,
				orgSourcedId: org,
				schoolYearSourcedId: 'year',
			})),
		),
		oneRosterTable('classes', [
			...labels.map((label) => ({
				sourcedId: label,
				title: label,
				classCode: label,
				classType: 'homeroom',
				courseSourcedId: subjects[0]!,
				schoolSourcedId: org,
				termSourcedIds: 'year',
			})),
			...sectionKeys.map(({ key, label, subject }) => ({
				sourcedId: key,
				title: `${label} ${subject}`,
				classCode: key,
				classType: 'scheduled',
				courseSourcedId: subject,
				subjects: subject,
				schoolSourcedId: org,
				termSourcedIds: 'year',
			})),
		]),
		oneRosterTable('users', [
			...teachers.map(({ key, name, email }) => ({
				...user,
				sourcedId: key,
				username: key,
				role: 'teacher',
				email,
				...named(name),
			})),
			...students.map(({ key, givenName, familyName, yearGroup }) => ({
				...user,
				sourcedId: key,
				username: key,
				role: 'student',
				givenName,
				familyName,
				agentSourcedIds: (agentsOf.get(key) ?? []).join(','),
				grades: gradeCode(yearGroup),
			})),
			...households.flatMap(({ adults }, family) =>
				adults.map(({ givenName, familyName, email, telephone }, index) => ({
					...user,
					sourcedId: adultKey(family, index),
					username: adultKey(family, index),
					role: 'parent',
					givenName,
					familyName,
					email,
					sms: telephone,
				})),
			),
		]),
		oneRosterTable('enrollments', [
			...students.flatMap((student) => [
				enrolment(student.class, student.key, 'student'),
				...sectionKeys
					.filter(({ label }) => label === student.class)
					.map(({ key }) => enrolment(key, student.key, 'student')),
			]),
			...sections.map(({ key, teacher }) => enrolment(key, teacher, 'teacher')),
		]),
	];
}
