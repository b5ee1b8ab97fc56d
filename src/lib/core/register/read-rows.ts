import type { ListKind } from './list-kinds';
import type { NamedTable } from './named-table';
import { readAdultNames, type PersonName } from './person-name';
import { plainText } from './plain-text';
import type {
	ListedAdult,
	ListedClass,
	ListedEnrolment,
	ListedInterpreter,
	ListedStudent,
	ListedTeacher,
	ListedTeaching,
	ListFault,
	Reference,
	RegisterLists,
} from './register-lists';
import { Row } from './row';
import { sharedClasses, type SharedClasses } from './shared-classes';

/**
 * Reads tables of rows into what they say. A row with a fault is left out with its whole meaning; the
 * faults tell which and why. References between rows are looked up later. `shared` knows which cells name
 * several classes.
 */
export function readRows(
	tables: readonly NamedTable[],
	{ classesOf }: Pick<SharedClasses, 'classesOf'> = sharedClasses(tables, []),
): RegisterLists {
	const teachers: ListedTeacher[] = [];
	const students: ListedStudent[] = [];
	const adults: ListedAdult[] = [];
	const classes: ListedClass[] = [];
	const teaching: ListedTeaching[] = [];
	const enrolments: ListedEnrolment[] = [];
	const interpreters: ListedInterpreter[] = [];
	const faults: ListFault[] = [];
	const kinds = new Set<ListKind>();

	const readers: Record<ListKind, (row: Row) => void> = {
		teachers: (row) => keep(row, teachers, readTeacher(row)),
		students: (row) => {
			const [label, ...others] = labelsOf(row, classesOf);
			const read = readStudent(row, label ?? null);
			if (row.faults.length || !read) return;
			const { student, adults: own, reference } = read;
			students.push(student);
			adults.push(...own);
			for (const each of [label, ...others]) if (each) classes.push(classOf(row, each));
			for (const each of others)
				enrolments.push({ origin: row.origin, class: named(each), student: reference });
		},
		adults: (row) => {
			const read = readAdults(row, labelsOf(row, classesOf)[0] ?? null);
			if (row.faults.length === 0) adults.push(...read);
		},
		teaching: (row) => {
			const read = readTeaching(row, labelsOf(row, classesOf));
			if (row.faults.length) return;
			teaching.push(...read);
			classes.push(...read.map((entry) => classOf(row, entry.class.text)));
		},
		enrolments: (row) => {
			const read = readEnrolments(row, labelsOf(row, classesOf));
			if (row.faults.length === 0) enrolments.push(...read);
		},
		interpreters: (row) => keep(row, interpreters, readInterpreter(row)),
	};

	for (const named of tables) {
		kinds.add(named.kind);
		if (named.kind === 'students' && named.columns.some((field) => field?.startsWith('adult')))
			kinds.add('adults');
		for (const entry of named.table.rows) {
			const row = new Row(named, entry);
			readers[named.kind](row);
			faults.push(...row.faults, ...row.notes);
		}
	}
	return {
		kinds: [...kinds],
		teachers,
		students,
		adults,
		classes,
		teaching,
		enrolments,
		interpreters,
		faults,
	};
}

function keep<T>(row: Row, list: T[], read: T | null): void {
	if (read && row.faults.length === 0) list.push(read);
}

const classOf = (row: Row, label: string): ListedClass => ({
	origin: row.origin,
	key: null,
	label,
});
const labelsOf = (row: Row, classesOf: SharedClasses['classesOf']): readonly string[] => {
	const label = row.get('class');
	return label ? classesOf(label) : [];
};
const named = (text: string): Reference => ({ text, isKey: false });

function readTeacher(row: Row): ListedTeacher | null {
	const name = row.name();
	return (
		name && {
			origin: row.origin,
			...name,
			key: row.get('key'),
			email: row.get('email'),
			telephone: row.get('telephone'),
			pin: row.get('pin'),
			subjects: row.list('subjects'),
			room: row.get('room'),
			building: row.get('building'),
			link: row.get('link'),
		}
	);
}

interface ReadStudent {
	readonly student: ListedStudent;
	readonly adults: readonly ListedAdult[];
	/** How other rows may name this student. */
	readonly reference: Reference;
}

function readStudent(row: Row, label: string | null): ReadStudent | null {
	const name = row.name();
	const yearGroup = row.get('yearGroup');
	if (!label && !yearGroup && row.faults.length === 0)
		row.fault('class-missing', row.has('class') ? 'class' : 'yearGroup');
	if (!name) return null;
	const { givenName, familyName } = name;
	if (!givenName && row.faults.length === 0)
		row.fault('given-name-missing', row.has('givenName') ? 'givenName' : 'name', familyName);
	const key = row.get('key');
	const student = {
		origin: row.origin,
		key,
		givenName,
		familyName,
		yearGroup,
		homeClass: label ? named(label) : null,
	};
	const reference: Reference = key
		? { text: key, isKey: true }
		: { text: [givenName, familyName].filter(Boolean).join(' '), isKey: false, class: label };
	const first = row.nameOf('adult');
	const both = row.nameOf('adult2')
		? [first]
		: first && row.get('adultName')
			? readAdultNames(row.get('adultName')!)
			: [first];
	const adults = [
		...both.map((who, at) =>
			adultOf(row, reference, who, {
				email: at === 0 ? row.get('adultEmail') : null,
				telephone: at === 0 ? row.get('adultTelephone') : null,
			}),
		),
		secondAdult(row, reference),
	];
	return { student, adults: adults.filter((adult) => adult !== null), reference };
}

/** An adult of a row; `null` if nothing of the row says that there is one. */
function adultOf(
	row: Row,
	student: Reference,
	name: Pick<PersonName, 'givenName' | 'familyName'> | null,
	{ email, telephone }: Pick<ListedAdult, 'email' | 'telephone'>,
): ListedAdult | null {
	if (!name && !email && !telephone) return null;
	return {
		origin: row.origin,
		key: null,
		email,
		telephone,
		channel: null,
		student,
		givenName: name?.givenName ?? null,
		familyName: name?.familyName ?? null,
		...householdFacts(row),
	};
}

/** The second adult of a row, who may have an address and so a household of its own. */
function secondAdult(row: Row, student: Reference): ListedAdult | null {
	const adult = adultOf(row, student, row.nameOf('adult2'), {
		email: row.get('adult2Email'),
		telephone: row.get('adult2Telephone'),
	});
	const own = row.address('adult2Address', 'adult2Postcode', 'adult2Town');
	if (!adult) {
		if (own)
			row.notes.push({ origin: row.origin, code: 'address-of-nobody', text: own.slice(0, 60) });
		return null;
	}
	const isApart =
		own !== null && adult.address !== null && plainText(own) !== plainText(adult.address);
	return { ...adult, address: own ?? adult.address, household: isApart ? null : adult.household };
}

const householdFacts = (row: Row) => ({
	language: row.get('language'),
	address: row.address('address', 'postcode', 'town'),
	household: row.get('household'),
	interpreter: row.get('interpreter'),
	stepFree: row.flag('stepFree'),
});

function readAdults(row: Row, label: string | null): ListedAdult[] {
	const named = row.nameOf('student');
	const key = row.get('student');
	const text = key ?? [named?.givenName, named?.familyName].filter(Boolean).join(' ');
	if (!text && row.faults.length === 0) row.fault('student-missing', 'student');
	if (!text) return [];
	const student: Reference = { text, isKey: false, class: label };
	const second = secondAdult(row, student);
	const [email, telephone] = [row.get('email'), row.get('telephone')];
	const isNamed = (['name', 'familyName', 'familyFirst'] as const).some((one) => row.get(one));
	const isNeeded = isNamed || !(email || (second && !telephone));
	const name = isNeeded ? row.name() : null;
	const whole = row.get('name');
	const names =
		whole && !row.get('givenName') && !second ? readAdultNames(whole) : name ? [name] : [null];
	const firsts = names.map((each, at) =>
		adultOf(row, student, each, at === 0 ? { email, telephone } : { email: null, telephone: null }),
	);
	const [first, ...others] = firsts;
	return [
		...(first ? [{ ...first, key: row.get('key'), channel: row.channel() }] : []),
		...[...others, second].filter((adult) => adult !== null),
	];
}

function readTeaching(row: Row, labels: readonly string[]): ListedTeaching[] {
	const teacher = row.get('teacher');
	if (labels.length === 0 && row.faults.length === 0) row.fault('class-missing', 'class');
	if (!teacher && row.faults.length === 0) row.fault('teacher-missing', 'teacher');
	if (!teacher) return [];
	return labels.map((label) => ({
		origin: row.origin,
		class: named(label),
		teacher: named(teacher),
		subject: row.get('subject') ?? '',
	}));
}

function readEnrolments(row: Row, labels: readonly string[]): ListedEnrolment[] {
	const student = row.get('student');
	if (labels.length === 0 && row.faults.length === 0) row.fault('class-missing', 'class');
	if (!student && row.faults.length === 0) row.fault('student-missing', 'student');
	return student
		? labels.map((label) => ({ origin: row.origin, class: named(label), student: named(student) }))
		: [];
}

function readInterpreter(row: Row): ListedInterpreter | null {
	const name = row.name();
	return (
		name && {
			origin: row.origin,
			...name,
			key: row.get('key'),
			email: row.get('email'),
			telephone: row.get('telephone'),
			languages: row.list('languages', /[;,/|]/) ?? [],
			hours: row.get('hours'),
		}
	);
}
