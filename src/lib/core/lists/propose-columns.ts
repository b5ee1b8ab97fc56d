import { kindsInOrder, listKinds, type ListField, type ListKind } from './list-kinds';
import { plainText } from './plain-text';
import type { ListTable } from './table';

/** What a table is and what its columns mean; `null` for a column that is not read. */
export interface ColumnProposal {
	readonly kind: ListKind;
	readonly columns: readonly (ListField | null)[];
}

/** Headings of school lists, plain, by what they mean; the likelier first. Common practice, no source. */
const HEADINGS: Record<ListField, string> = {
	key: 'id, key, number, no, nr, student id, student number, pupil number, pupil id, staff id, staff number, teacher id, admission number, person id, guardian id, parent id, code',
	title: 'title, salutation, form of address',
	name: 'name, full name, student, student name, pupil, pupil name, teacher, teacher name, staff name, child, child name, interpreter name, display name, adult, adult name, parent name, parent, guardian, guardian name',
	givenName:
		'given name, first name, forename, preferred name, student first name, pupil first name, teacher first name, parent first name, adult first name, vorname, prenom, nombre',
	familyName:
		'family name, last name, surname, student last name, pupil last name, teacher last name, parent last name, adult last name, nachname, nom, apellido, apellidos',
	email:
		'e mail, email, mail, email address, e mail address, work email, school email, parent email, parent e mail, guardian email, adult email, adult e mail, contact email',
	telephone: 'telephone, phone, mobile, cell, phone number, telephone number, mobile number, tel',
	subjects: 'subjects, subject, teaches, department',
	room: 'room, usual room, classroom, room number',
	building: 'building, house, wing, block',
	link: 'video link, video, link, meeting link, usual video link, video address',
	pin: 'pin, telephone pin, access code',
	yearGroup: 'year group, grade, year, year level, grade level, form year',
	class:
		'class, home class, homeroom, home room, form, group, class name, section, tutor group, klasse',
	student:
		'student, student id, student name, student number, pupil, pupil id, pupil name, child, child name, pupil number',
	teacher:
		'teacher, teacher name, teacher id, teacher email, teacher e mail, staff, staff id, taught by, lehrer',
	subject: 'subject, course, lesson, fach',
	language: 'language, home language, preferred language, correspondence language',
	languages: 'languages, language, interprets',
	channel: 'preferred way, contact by, preferred contact, way, channel, contact method',
	address: 'address, home address, street, postal address, home',
	household: 'household, family, family id, household id, family key, family number',
	interpreter: 'interpreter, interpreter language, needs interpreter, interpreter needed',
	stepFree: 'step free, step free access, accessible room, wheelchair, needs step free room',
	hours: 'hours, available, availability, when, times',
	adultName:
		'adult, adult name, parent, parent name, guardian, guardian name, adult 1, adult 1 name, parent 1, parent 1 name, guardian 1, guardian 1 name, mother, contact 1 name, contact name',
	adultEmail:
		'e mail, email, adult email, adult e mail, parent email, parent e mail, guardian email, guardian e mail, adult 1 email, adult 1 e mail, parent 1 email, parent 1 e mail, guardian 1 email, mother email, contact email, family email, e mail of an adult, home email',
	adultTelephone:
		'telephone, phone, mobile, adult telephone, parent telephone, parent phone, guardian phone, adult 1 telephone, adult 1 phone, parent 1 telephone, parent 1 phone, parent 1 mobile, guardian 1 phone, contact phone',
	adult2Name:
		'adult 2, adult 2 name, second adult, parent 2, parent 2 name, guardian 2, guardian 2 name, father, contact 2 name',
	adult2Email:
		'adult 2 email, adult 2 e mail, second adult email, parent 2 email, parent 2 e mail, guardian 2 email, father email',
	adult2Telephone:
		'adult 2 telephone, adult 2 phone, parent 2 telephone, parent 2 phone, parent 2 mobile, guardian 2 phone',
};

const meanings = new Map(
	Object.entries(HEADINGS).map(([field, headings]) => [field as ListField, headings.split(', ')]),
);

const EMAIL_LIKE = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;

/** The columns of one kind: the best heading first, each meaning once, then what the cells look like. */
export function proposeColumns(table: ListTable, kind: ListKind): (ListField | null)[] {
	const headings = table.header.map(plainText);
	const columns: (ListField | null)[] = headings.map(() => null);
	const fits: { column: number; field: ListField; rank: number }[] = [];
	for (const field of listKinds[kind].fields)
		headings.forEach((heading, column) => {
			const rank = meanings.get(field)!.indexOf(heading);
			if (rank >= 0) fits.push({ column, field, rank });
		});
	fits.sort((a, b) => a.rank - b.rank || a.column - b.column);
	for (const { column, field } of fits)
		if (columns[column] === null && !columns.includes(field)) columns[column] = field;
	const emails = kind === 'students' ? 'adultEmail' : 'email';
	if (listKinds[kind].fields.includes(emails) && !columns.includes(emails)) {
		const column = columns.findIndex(
			(field, index) =>
				field === null &&
				table.rows.some(({ cells }) => cells[index]) &&
				table.rows
					.slice(0, 50)
					.every(({ cells }) => !cells[index] || EMAIL_LIKE.test(cells[index])),
		);
		if (column >= 0) columns[column] = emails;
	}
	// A key of the students' list is no name of anybody: one column is both only where nothing else is.
	return columns;
}

/** What is missing before a table can be read as this kind: the first field of each unmet group. */
export function missingFields(kind: ListKind, columns: readonly (ListField | null)[]): ListField[] {
	return listKinds[kind].needs
		.filter((group) => !group.some((field) => columns.includes(field)))
		.map((group) => group[0]!);
}

/** Words in a file's name that say what it holds. */
const FILE_NAMES: Record<ListKind, RegExp> = {
	teachers: /teacher|staff|lehrer/i,
	students: /student|pupil|child/i,
	adults: /adult|parent|guardian|contact|famil|household/i,
	teaching: /teaching|taught|timetable|lessons|subjects/i,
	enrolments: /enrol|courses|groups/i,
	interpreters: /interpret/i,
};

/** The kind that explains the most columns; the file's name decides between close ones. */
export function proposeKind(table: ListTable): ColumnProposal {
	const ranked = kindsInOrder
		.map((kind) => {
			const columns = proposeColumns(table, kind);
			const met = missingFields(kind, columns).length === 0;
			const named = FILE_NAMES[kind].test(table.name);
			const explained = columns.filter(Boolean).length;
			return { kind, columns, score: explained + (met ? 4 : 0) + (named ? 6 : 0) };
		})
		.sort((a, b) => b.score - a.score);
	const { kind, columns } = ranked[0]!;
	return { kind, columns };
}

/** What tells tables with the same columns from others: for remembering an answer. */
export const headerSignature = (header: readonly string[]): string =>
	header.map(plainText).join('|');
