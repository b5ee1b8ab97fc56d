import { z } from 'zod/mini';
import type {
	ListedAdult,
	ListedClass,
	ListedEnrolment,
	ListedStudent,
	ListedTeacher,
	ListedTeaching,
	ListFault,
	ListFaultCode,
	RegisterLists,
} from './register-lists';
import type { ListTable } from './table';

/**
 * The files of the OneRoster CSV standard (1EdTech, versions 1.1 and 1.2) that a school register needs,
 * with the columns that are read. The tables of the standard are given from memory.
 */
export const oneRosterFiles = {
	manifest: ['propertyName', 'value'],
	orgs: ['sourcedId', 'name', 'type'],
	users: ['sourcedId', 'givenName', 'familyName'],
	courses: ['sourcedId', 'title'],
	classes: ['sourcedId', 'title', 'courseSourcedId', 'classType'],
	enrollments: ['classSourcedId', 'userSourcedId', 'role'],
} as const;

/** Only in version 1.2, where the users' roles have a file of their own. */
const ROLES = ['userSourcedId', 'role'] as const;

type FileName = keyof typeof oneRosterFiles | 'roles';

const fileOf = (name: string): string =>
	name
		.split('/')
		.at(-1)!
		.replace(/\.csv$/i, '')
		.toLowerCase();

/** Whether these tables are a OneRoster set: there is a manifest beside users or enrollments. */
export function isOneRoster(tables: readonly ListTable[]): boolean {
	const names = new Set(tables.map(({ name }) => fileOf(name)));
	return names.has('manifest') && (names.has('users') || names.has('enrollments'));
}

const TEACHING_ROLES = new Set(['teacher', 'aide', 'counselor']);
const AGENT_ROLES = new Set(['parent', 'guardian', 'relative']);

interface Entry {
	readonly row: number;
	get(column: string): string;
}

/** Reads a OneRoster set. Users' agents become the adults of their students. */
export function readOneRoster(tables: readonly ListTable[]): RegisterLists {
	const files = new Map(tables.map((table) => [fileOf(table.name), table]));
	const faults: ListFault[] = [];
	const fault = (file: string, row: number, code: ListFaultCode, heading?: string, text?: string) =>
		faults.push({
			origin: { file: files.get(file)?.name ?? `${file}.csv`, row },
			code,
			heading,
			text: text?.slice(0, 60),
		});

	const version = entriesOf(files.get('manifest')).find(
		(entry) => entry.get('propertyName') === 'oneroster.version',
	);
	const hasRoles = files.has('roles') || version?.get('value') === '1.2';
	const needed: [FileName, readonly string[]][] = [
		...(Object.entries(oneRosterFiles) as [FileName, readonly string[]][]),
		...(hasRoles ? ([['roles', ROLES]] as [FileName, readonly string[]][]) : []),
	];
	for (const [file, columns] of needed) {
		const table = files.get(file);
		if (!table) {
			fault(file, 1, 'file-missing');
			continue;
		}
		const headings = new Set(table.header.map((heading) => heading.toLowerCase()));
		const wanted = file === 'users' && !hasRoles ? [...columns, 'role'] : columns;
		for (const column of wanted)
			if (!headings.has(column.toLowerCase())) fault(file, 1, 'column-missing', column);
	}
	if (faults.length)
		return {
			kinds: [],
			teachers: [],
			students: [],
			adults: [],
			classes: [],
			teaching: [],
			enrolments: [],
			interpreters: [],
			faults,
		};

	const roleOf = new Map(
		hasRoles
			? entriesOf(files.get('roles'))
					.filter((entry) => isActive(entry) && entry.get('roleType') !== 'secondary')
					.map((entry) => [entry.get('userSourcedId'), entry.get('role').toLowerCase()])
			: entriesOf(files.get('users')).map((entry) => [
					entry.get('sourcedId'),
					entry.get('role').toLowerCase(),
				]),
	);

	const users = new Map<string, Entry>();
	for (const entry of entriesOf(files.get('users')).filter(isActive)) {
		const key = entry.get('sourcedId');
		if (users.has(key)) fault('users', entry.row, 'doubled-key', 'sourcedId', key);
		else users.set(key, entry);
		if (!entry.get('familyName')) fault('users', entry.row, 'name-missing', 'familyName');
		const email = entry.get('email');
		if (email && !z.email().safeParse(email).success)
			fault('users', entry.row, 'email-wrong', 'email', email);
		for (const column of ['givenName', 'familyName', 'email'])
			if (entry.get(column).length > 120)
				fault('users', entry.row, 'too-long', column, entry.get(column));
	}
	const usersIn = (roles: ReadonlySet<string>) =>
		[...users].filter(([key]) => roles.has(roleOf.get(key) ?? ''));

	const courses = new Map(
		entriesOf(files.get('courses')).map((entry) => [entry.get('sourcedId'), entry]),
	);
	const classRows = new Map(
		entriesOf(files.get('classes'))
			.filter(isActive)
			.map((entry) => [entry.get('sourcedId'), entry]),
	);
	const classes: ListedClass[] = [];
	const labels = new Set<string>();
	for (const [key, entry] of classRows) {
		const title = entry.get('title') || entry.get('classCode');
		const code = entry.get('classCode');
		const label = labels.has(title) && code ? `${title} (${code})` : title;
		labels.add(label);
		classes.push({ origin: { file: files.get('classes')!.name, row: entry.row }, key, label });
	}
	const subjectOf = (key: string): string => {
		const entry = classRows.get(key)!;
		const course = courses.get(entry.get('courseSourcedId'));
		return (
			entry.get('subjects') ||
			course?.get('subjects') ||
			course?.get('title') ||
			entry.get('title')
		).split(',')[0]!;
	};
	const isHome = (key: string) => classRows.get(key)?.get('classType').toLowerCase() === 'homeroom';

	const teaching: ListedTeaching[] = [];
	const enrolments: ListedEnrolment[] = [];
	const homeOf = new Map<string, string>();
	for (const entry of entriesOf(files.get('enrollments')).filter(isActive)) {
		const [classKey, user] = [entry.get('classSourcedId'), entry.get('userSourcedId')];
		if (!classRows.has(classKey)) {
			fault('enrollments', entry.row, 'unknown-class', 'classSourcedId', classKey);
			continue;
		}
		if (!users.has(user)) {
			fault('enrollments', entry.row, 'unknown-user', 'userSourcedId', user);
			continue;
		}
		const origin = { file: files.get('enrollments')!.name, row: entry.row };
		const reference = { class: { text: classKey, isKey: true } };
		const role = entry.get('role').toLowerCase();
		if (role === 'student') {
			if (isHome(classKey)) homeOf.set(user, classKey);
			else enrolments.push({ origin, ...reference, student: { text: user, isKey: true } });
		} else if (TEACHING_ROLES.has(role)) {
			const teacher = { text: user, isKey: true };
			teaching.push({ origin, ...reference, teacher, subject: subjectOf(classKey) });
		}
	}

	const usersFile = files.get('users')!.name;
	const teachers = usersIn(TEACHING_ROLES).map(([key, entry]): ListedTeacher => ({
		origin: { file: usersFile, row: entry.row },
		key,
		title: null,
		...nameOf(entry),
		email: textOf(entry, 'email'),
		telephone: textOf(entry, 'phone'),
		pin: null,
		subjects: null,
		room: null,
		building: null,
		link: null,
	}));
	const students = usersIn(new Set(['student'])).map(([key, entry]): ListedStudent => {
		const home = homeOf.get(key);
		return {
			origin: { file: usersFile, row: entry.row },
			key,
			...nameOf(entry),
			yearGroup: gradeText(entry.get('grades')),
			homeClass: home ? { text: home, isKey: true } : null,
		};
	});

	const agents = new Map(usersIn(AGENT_ROLES));
	const pairs = new Map<string, { agent: string; student: string; row: number }>();
	for (const [key, entry] of users)
		for (const other of listOf(entry.get('agentSourcedIds'))) {
			const isStudent = roleOf.get(key) === 'student';
			const [student, agent] = isStudent ? [key, other] : [other, key];
			if (!users.has(other)) fault('users', entry.row, 'unknown-user', 'agentSourcedIds', other);
			else if (agents.has(agent) && roleOf.get(student) === 'student')
				pairs.set(`${student} ${agent}`, { agent, student, row: entry.row });
		}
	const adults = [...pairs.values()].map(({ agent, student, row }): ListedAdult => {
		const entry = agents.get(agent)!;
		return {
			origin: { file: usersFile, row },
			key: agent,
			...nameOf(entry),
			email: textOf(entry, 'email'),
			telephone: textOf(entry, 'sms') ?? textOf(entry, 'phone'),
			language: null,
			channel: null,
			address: null,
			household: null,
			interpreter: null,
			stepFree: null,
			student: { text: student, isKey: true },
		};
	});
	return {
		kinds: ['teachers', 'students', 'adults', 'teaching', 'enrolments'],
		teachers,
		students,
		adults,
		classes,
		teaching,
		enrolments,
		interpreters: [],
		faults,
	};
}

function entriesOf(table: ListTable | undefined): Entry[] {
	if (!table) return [];
	const columns = new Map(table.header.map((heading, index) => [heading.toLowerCase(), index]));
	return table.rows.map(({ row, cells }) => ({
		row,
		get: (column) => cells[columns.get(column.toLowerCase()) ?? -1]?.trim() ?? '',
	}));
}

/** In a file of changes, `tobedeleted` marks who goes; a user may be switched off as well. */
const isActive = (entry: Entry): boolean =>
	entry.get('status').toLowerCase() !== 'tobedeleted' &&
	entry.get('enabledUser').toLowerCase() !== 'false';

const nameOf = (entry: Entry) => ({
	givenName: entry.get('preferredGivenName') || entry.get('givenName') || null,
	familyName: entry.get('preferredFamilyName') || entry.get('familyName'),
});

const textOf = (entry: Entry, column: string): string | null => entry.get(column) || null;

/** Several values stand in one cell, parted by commas. */
const listOf = (text: string): string[] =>
	text
		.split(',')
		.map((part) => part.trim())
		.filter(Boolean);

/** Year groups as the standard's code list has them (CEDS entry grade levels, from memory). */
const GRADES: Record<string, string> = {
	PR: 'Primary',
	PK: 'Pre-kindergarten',
	KG: 'Kindergarten',
};

function gradeText(grades: string): string | null {
	const [first] = listOf(grades);
	if (!first) return null;
	return (
		GRADES[first.toUpperCase()] ?? (/^\d{1,2}$/.test(first) ? `Grade ${Number(first)}` : first)
	);
}

/** The standard's code of a year group as this school says it; what has no code stays as it is. */
export function gradeCode(yearGroup: string): string {
	const code = Object.keys(GRADES).find((key) => GRADES[key] === yearGroup);
	const [, number] = /^grade (\d{1,2})$/i.exec(yearGroup) ?? [];
	return code ?? number?.padStart(2, '0') ?? yearGroup;
}
