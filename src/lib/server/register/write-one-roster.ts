import { gradeCode } from '../../core/register/one-roster';
import { oneRosterManifest, oneRosterTable } from '../../core/register/one-roster-columns';
import type { RegisterState } from '../../core/register/register-state';
import type { WrittenTable } from '../../files/write-csv';

const ORG = 'school';
const HOME = 'Home class';

interface Named {
	readonly id: string;
	readonly givenName: string | null;
	readonly familyName: string | null;
}

const user = ({ id, givenName, familyName }: Named, role: string) => ({
	sourcedId: id,
	enabledUser: 'true',
	orgSourcedIds: ORG,
	role,
	username: id,
	givenName: givenName ?? '',
	familyName: familyName ?? '',
});

const enrolment = (classKey: string, userKey: string, role: 'student' | 'teacher') => ({
	sourcedId: `${classKey}/${userKey}`,
	classSourcedId: classKey,
	schoolSourcedId: ORG,
	userSourcedId: userKey,
	role,
	primary: String(role === 'teacher'),
});

/**
 * The register in the shape of a OneRoster 1.1 set. What somebody teaches in a class is a class of its
 * own there, with the same students, beside the home class.
 */
export function writtenOneRoster(
	state: RegisterState,
	school: string,
	year: string,
): WrittenTable[] {
	const labels = new Map(state.classes.map(({ id, label }) => [id, label]));
	const sections = [
		...new Map(
			state.teaching.map(({ class: id, subject }) => [`${id}/${subject}`, { id, subject }]),
		),
	];
	const subjects = [...new Set([HOME, ...state.teaching.map(({ subject }) => subject || HOME)])];
	const adultsOf = (families: readonly string[]) =>
		state.adults.filter((adult) => adult.families.some((id) => families.includes(id)));
	const session = { schoolSourcedId: ORG, termSourcedIds: 'year' };
	return [
		oneRosterManifest(),
		oneRosterTable('orgs', [{ sourcedId: ORG, name: school, type: 'school' }]),
		oneRosterTable('academicSessions', [
			{ sourcedId: 'year', title: year, type: 'schoolYear', schoolYear: year },
		]),
		oneRosterTable(
			'courses',
			subjects.map((subject) => ({
				sourcedId: subject,
				title: subject,
				subjects: subject,
				orgSourcedId: ORG,
				schoolYearSourcedId: 'year',
			})),
		),
		oneRosterTable('classes', [
			...state.classes.map(({ id, label }) => ({
				sourcedId: id,
				title: label,
				classCode: label,
				classType: 'homeroom',
				courseSourcedId: HOME,
				...session,
			})),
			...sections.map(([key, { id, subject }]) => ({
				sourcedId: key,
				classCode: key,
				classType: 'scheduled',
				subjects: subject,
				title: [labels.get(id), subject].filter(Boolean).join(' '),
				courseSourcedId: subject || HOME,
				...session,
			})),
		]),
		oneRosterTable('users', [
			...state.persons
				.filter(({ isTeacher }) => isTeacher)
				.map((row) => ({
					...user(row, 'teacher'),
					email: row.email ?? '',
					sms: row.telephone ?? '',
				})),
			...state.students.map((row) => ({
				...user(row, 'student'),
				agentSourcedIds: adultsOf(row.families)
					.map(({ id }) => id)
					.join(','),
				grades: gradeCode(row.yearGroup),
			})),
			...state.adults
				.filter(({ familyName }) => familyName)
				.map((row) => ({
					...user(row, 'parent'),
					email: row.email ?? '',
					sms: row.telephone ?? '',
				})),
		]),
		oneRosterTable('enrollments', [
			...state.enrolments.map((entry) => enrolment(entry.class, entry.student, 'student')),
			...sections.flatMap(([key, { id }]) =>
				state.enrolments
					.filter((entry) => entry.class === id)
					.map(({ student }) => enrolment(key, student, 'student')),
			),
			...state.teaching.map((entry) =>
				enrolment(`${entry.class}/${entry.subject}`, entry.person, 'teacher'),
			),
		]),
	];
}
