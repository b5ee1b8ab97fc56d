import { z } from 'zod';
import { isWebLink } from '../links/web-link';
import type { ListField, ListKind } from './list-kinds';
import { readPersonName, type PersonName } from './person-name';
import { plainText } from './plain-text';
import type {
	Channel,
	ListedAdult,
	ListedClass,
	ListedEnrolment,
	ListedInterpreter,
	ListedStudent,
	ListedTeacher,
	ListedTeaching,
	ListFault,
	ListFaultCode,
	Origin,
	Reference,
	RegisterLists,
} from './register-lists';
import type { ListTable } from './table';

/** A table whose columns have got their meanings. */
export interface NamedTable {
	readonly table: ListTable;
	readonly kind: ListKind;
	readonly columns: readonly (ListField | null)[];
}

/** The most characters that a cell of this meaning may have; all others 120. */
const LONGEST: Partial<Record<ListField, number>> = { address: 300, link: 500, hours: 300 };
const LONGEST_OF_OTHERS = 120;

/** Meanings in which a date can only be a spreadsheet's own idea (`7/8` turned into 7 August). */
const NEVER_DATES: ReadonlySet<ListField> = new Set([
	...(['name', 'givenName', 'familyName', 'yearGroup', 'class', 'room', 'subject'] as const),
	...(['student', 'teacher'] as const),
]);
const DATE =
	/^(\d{4}-\d{2}-\d{2}([T ].*)?|\d{1,2}-(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)(-\d+)?)$/i;

const TELEPHONES: ReadonlySet<ListField> = new Set([
	'telephone',
	'adultTelephone',
	'adult2Telephone',
]);
const EMAILS: ReadonlySet<ListField> = new Set(['email', 'adultEmail', 'adult2Email']);
/** Characters that no text has: controls, and the mark of a letter that could not be decoded. */
// eslint-disable-next-line no-control-regex
const UNREADABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffd]/;

const CHANNELS: Record<Channel, string> = {
	email: 'email, e mail, mail',
	text: 'text, sms, text message',
	telephone: 'telephone, phone, call',
	paper: 'paper, letter, post',
};
const TRUE = new Set('yes y true 1 x ja oui si sim'.split(' '));

/** The cells of one row by meaning, with what is wrong in them. */
class Row {
	readonly origin: Origin;
	readonly faults: ListFault[] = [];
	readonly #cells = new Map<ListField, string>();
	readonly #headings = new Map<ListField, string>();

	constructor({ table, columns }: NamedTable, row: ListTable['rows'][number]) {
		this.origin = { file: table.name, row: row.row };
		columns.forEach((field, index) => {
			if (field === null) return;
			this.#headings.set(field, table.header[index]!);
			const text = (row.cells[index] ?? '').replaceAll(/\s+/g, ' ').trim();
			if (text && this.#isSound(field, text)) this.#cells.set(field, text);
		});
	}

	/** What stands under this meaning; `null` for nothing, and for what is wrong. */
	get(field: ListField): string | null {
		return this.#cells.get(field) ?? null;
	}

	/** Whether the list has such a column. */
	has(field: ListField): boolean {
		return this.#headings.has(field);
	}

	fault(code: ListFaultCode, field?: ListField, text?: string): null {
		this.faults.push({
			origin: this.origin,
			code,
			...(field ? { field, heading: this.#headings.get(field) ?? '' } : {}),
			...(text === undefined ? {} : { text: text.slice(0, 60) }),
		});
		return null;
	}

	#isSound(field: ListField, text: string): boolean {
		const code = faultOfCell(field, text);
		if (code) this.fault(code, field, text);
		return code === null;
	}

	name(): PersonName | null {
		const [family, given, whole] = [
			this.get('familyName'),
			this.get('givenName'),
			this.get('name'),
		];
		const name = family
			? { title: null, givenName: given, familyName: family }
			: whole
				? readPersonName(whole)
				: null;
		if (!name) {
			if (!this.faults.some(({ field }) => field === 'name' || field === 'familyName'))
				this.fault('name-missing', this.has('familyName') ? 'familyName' : 'name');
			return null;
		}
		return { ...name, title: this.get('title') ?? name.title };
	}

	channel(): Channel | null {
		const text = this.get('channel');
		if (!text) return null;
		const plain = plainText(text);
		const found = (Object.keys(CHANNELS) as Channel[]).find((channel) =>
			CHANNELS[channel].split(', ').includes(plain),
		);
		return found ?? this.fault('channel-unknown', 'channel', text);
	}

	/** `yes` and the like are true, anything else is false; `null` when nothing stands there. */
	flag(field: ListField): boolean | null {
		const text = this.get(field);
		return text === null ? null : TRUE.has(plainText(text));
	}

	list(field: ListField, separators = /[;,|]/): string[] | null {
		const parts = this.get(field)
			?.split(separators)
			.map((part) => part.trim());
		return parts?.filter(Boolean) ?? null;
	}
}

function faultOfCell(field: ListField, text: string): ListFaultCode | null {
	if (UNREADABLE.test(text)) return 'control-characters';
	if (text.length > (LONGEST[field] ?? LONGEST_OF_OTHERS)) return 'too-long';
	if (/^[=@]/.test(text) || (/^[+-]/.test(text) && !TELEPHONES.has(field))) return 'formula';
	if (NEVER_DATES.has(field) && DATE.test(text)) return 'date-for-text';
	if (EMAILS.has(field) && !z.email().safeParse(text).success) return 'email-wrong';
	if (TELEPHONES.has(field) && !/^\+?[\d\s().\-/x]{3,}$/i.test(text)) return 'telephone-wrong';
	if (field === 'link' && !isWebLink(text)) return 'link-wrong';
	return null;
}

/**
 * Reads tables of rows into what they say. A row with a fault is left out with its whole meaning; the
 * faults tell which and why. References between rows are looked up later.
 */
export function readRows(tables: readonly NamedTable[]): RegisterLists {
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
			const read = readStudent(row);
			if (row.faults.length || !read) return;
			students.push(read.student);
			adults.push(...read.adults);
			if (read.student.homeClass) classes.push(classOf(row, read.student.homeClass.text));
		},
		adults: (row) => keep(row, adults, readAdult(row)),
		teaching: (row) => {
			const read = readTeaching(row);
			keep(row, teaching, read);
			if (read && !row.faults.length) classes.push(classOf(row, read.class.text));
		},
		enrolments: (row) => keep(row, enrolments, readEnrolment(row)),
		interpreters: (row) => keep(row, interpreters, readInterpreter(row)),
	};

	for (const named of tables) {
		kinds.add(named.kind);
		if (named.kind === 'students' && named.columns.some((field) => field?.startsWith('adult')))
			kinds.add('adults');
		for (const entry of named.table.rows) {
			const row = new Row(named, entry);
			readers[named.kind](row);
			faults.push(...row.faults);
		}
	}
	return {
		...{ kinds: [...kinds], teachers, students, adults, classes, teaching, enrolments },
		...{ interpreters, faults },
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

function readStudent(row: Row): { student: ListedStudent; adults: ListedAdult[] } | null {
	const name = row.name();
	const [label, yearGroup] = [row.get('class'), row.get('yearGroup')];
	if (!label && !yearGroup && row.faults.length === 0)
		row.fault('class-missing', row.has('class') ? 'class' : 'yearGroup');
	if (!name) return null;
	const { givenName, familyName } = name;
	const key = row.get('key');
	const student = {
		...{ origin: row.origin, key, givenName, familyName, yearGroup },
		homeClass: label ? named(label) : null,
	};
	const reference: Reference = key
		? { text: key, isKey: true }
		: { text: [givenName, familyName].filter(Boolean).join(' '), isKey: false, class: label };
	const both = (['adult', 'adult2'] as const).map((who) => ({
		name: row.get(`${who}Name`),
		email: row.get(`${who}Email`),
		telephone: row.get(`${who}Telephone`),
	}));
	const adults = both
		.filter(({ name, email, telephone }) => name || email || telephone)
		.map(({ name, email, telephone }) => ({
			origin: row.origin,
			key: null,
			...(name ? nameParts(name) : { givenName: null, familyName: null }),
			...{ email, telephone, channel: null },
			...householdFacts(row),
			student: reference,
		}));
	return { student, adults };
}

const nameParts = (text: string) => {
	const { givenName, familyName } = readPersonName(text);
	return { givenName, familyName };
};

const householdFacts = (row: Row) => ({
	language: row.get('language'),
	address: row.get('address'),
	household: row.get('household'),
	interpreter: row.get('interpreter'),
	stepFree: row.flag('stepFree'),
});

function readAdult(row: Row): ListedAdult | null {
	const student = row.get('student');
	if (!student && row.faults.length === 0) row.fault('student-missing', 'student');
	const email = row.get('email');
	const isNamed = row.get('name') !== null || row.get('familyName') !== null;
	const name = isNamed || !email ? row.name() : null;
	if (!student || !(name || email)) return null;
	return {
		origin: row.origin,
		key: row.get('key'),
		givenName: name?.givenName ?? null,
		familyName: name?.familyName ?? null,
		email,
		telephone: row.get('telephone'),
		channel: row.channel(),
		...householdFacts(row),
		student: { text: student, isKey: false, class: row.get('class') },
	};
}

function readTeaching(row: Row): ListedTeaching | null {
	const [label, teacher] = [row.get('class'), row.get('teacher')];
	if (!label && row.faults.length === 0) row.fault('class-missing', 'class');
	if (!teacher && row.faults.length === 0) row.fault('teacher-missing', 'teacher');
	if (!label || !teacher) return null;
	return {
		origin: row.origin,
		class: named(label),
		teacher: named(teacher),
		subject: row.get('subject') ?? '',
	};
}

function readEnrolment(row: Row): ListedEnrolment | null {
	const [label, student] = [row.get('class'), row.get('student')];
	if (!label && row.faults.length === 0) row.fault('class-missing', 'class');
	if (!student && row.faults.length === 0) row.fault('student-missing', 'student');
	return label && student
		? { origin: row.origin, class: named(label), student: named(student) }
		: null;
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
