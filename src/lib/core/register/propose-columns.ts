import { adultSlots } from './headings/adult-slots';
import { beginsInCapitals, holds, isCounting, lookOf, type Look } from './headings/cell-looks';
import { fieldOfMeaning } from './headings/field-of-meaning';
import { understandAll, type Meaning } from './headings/understand-heading';
import { kindsInOrder, listKinds, type ListField, type ListKind } from './list-kinds';
import { plainText } from './plain-text';
import type { ListTable } from './table';

/** What a table is and what its columns mean; `null` for a column that is not read. */
export interface ColumnProposal {
	readonly kind: ListKind;
	readonly columns: readonly (ListField | null)[];
}

type Columns = (ListField | null)[];

/**
 * The columns of one kind, each meaning once: what the headings say, and where a heading says nothing, what
 * its cells look like.
 */
export function proposeColumns(table: ListTable, kind: ListKind): Columns {
	return columnsFrom(table, kind, understandAll(table.header));
}

function columnsFrom(table: ListTable, kind: ListKind, said: readonly (Meaning | null)[]): Columns {
	const meanings = kind === 'adults' ? namesOfStudents(said) : said;
	const slots = adultSlots(meanings);
	const columns: Columns = meanings.map(() => null);
	const order = meanings
		.map((meaning, column) => ({ meaning, column }))
		.sort((a, b) => rankOf(a.meaning) - rankOf(b.meaning) || a.column - b.column);
	for (const { meaning, column } of order) {
		const slot = slots[column];
		const field = meaning && slot ? fieldOfMeaning(meaning, kind, slot) : null;
		const seen = field && meaning ? asItLooks(table, column, field, meaning) : null;
		if (seen && listKinds[kind].fields.includes(seen) && !columns.includes(seen))
			columns[column] = seen;
	}
	for (const names of NAMES) settleNames(table, columns, names);
	meanings.forEach((meaning, column) => {
		const field = meaning === null ? BY_LOOK[kind][lookOf(table, column) ?? 'none'] : undefined;
		const free = field?.find((one) => !columns.includes(one));
		if (free) columns[column] = free;
	});
	return columns;
}

const isName = ({ what }: Meaning): boolean =>
	what.length === 0 || what.every((one) => /name/i.test(one));

/** Where a column is an adult's name by its own words, bare names are the student's. */
function namesOfStudents(meanings: readonly (Meaning | null)[]): (Meaning | null)[] {
	const isAdult = ({ who }: Meaning) =>
		who.includes('adult') || who.includes('mother') || who.includes('father');
	if (!meanings.some((meaning) => meaning && isAdult(meaning) && isName(meaning)))
		return [...meanings];
	return meanings.map((meaning) =>
		meaning && meaning.who.length === 0 && meaning.which === null && isName(meaning)
			? { ...meaning, who: ['student'] }
			: meaning,
	);
}

/** Headings that may mean less than they say come after the others. */
function rankOf(meaning: Meaning | null): number {
	if (!meaning || meaning.what[0] === 'counter') return 2;
	return meaning.what[0] === 'course' ? 1 : 0;
}

/** A heading that leaves open what it is of somebody (`Contact A`), and a number that only counts rows. */
function asItLooks(
	table: ListTable,
	column: number,
	field: ListField,
	{ what }: Meaning,
): ListField | null {
	if (what[0] === 'counter' && field === 'key' && isCounting(table, column)) return null;
	if (what.length > 0) return field;
	const look = lookOf(table, column);
	if (look !== 'email' && look !== 'telephone') return field;
	const prefix = /^(adult2?)Name$/.exec(field)?.[1];
	if (prefix) return `${prefix as 'adult' | 'adult2'}${look === 'email' ? 'Email' : 'Telephone'}`;
	return field === 'name' ? look : field;
}

/** How a student, a first and a second adult are called. */
const NAMES = [
	{ name: 'name', givenName: 'givenName', familyName: 'familyName' },
	{ name: 'adultName', givenName: 'adultGivenName', familyName: 'adultFamilyName' },
	{ name: 'adult2Name', givenName: 'adult2GivenName', familyName: 'adult2FamilyName' },
] as const;

/**
 * A bare name beside a given name is the family name, and beside a family name the given one: `Name` and
 * `Vorname`, `Nom` and `Prénom`, `Apellidos` and `Nombre`. Unless it holds the other one.
 */
function settleNames(
	table: ListTable,
	columns: Columns,
	{ name, givenName, familyName }: (typeof NAMES)[number],
): void {
	const [at, given, family] = [name, givenName, familyName].map((one) => columns.indexOf(one)) as [
		...[number, number, number],
	];
	if (at < 0) return;
	const isWhole = [given, family].some((part) => part >= 0 && holds(table, at, part));
	if (given >= 0 && family >= 0) columns[at] = null;
	else if (given >= 0 && !isWhole) columns[at] = familyName;
	else if (family >= 0 && !isWhole) columns[at] = givenName;
	else if (name === 'name' && beginsInCapitals(table, at)) columns[at] = 'familyFirst';
}

/** What cells mean where the heading says nothing, the likelier first. */
const BY_LOOK: Record<ListKind, Partial<Record<Look | 'none', readonly ListField[]>>> = {
	teachers: { email: ['email'], telephone: ['telephone'] },
	students: {
		email: ['adultEmail', 'adult2Email'],
		telephone: ['adultTelephone', 'adult2Telephone'],
		class: ['class'],
	},
	adults: {
		email: ['email', 'adult2Email'],
		telephone: ['telephone', 'adult2Telephone'],
		class: ['class'],
	},
	teaching: { class: ['class'] },
	enrolments: { class: ['class'] },
	interpreters: { email: ['email'], telephone: ['telephone'] },
};

/** What is missing before a table can be read as this kind: the first field of each unmet group. */
export function missingFields(kind: ListKind, columns: readonly (ListField | null)[]): ListField[] {
	const unmet = listKinds[kind].needs.filter(
		(group) => !group.some((field) => columns.includes(field)),
	);
	return [...new Set(unmet.map((group) => group[0]!))];
}

/** Words in a file's name that say what it holds; the kinds that a name is sure to mean go first. */
const FILE_NAMES: Record<ListKind, RegExp> = {
	teaching:
		/teaching|taught|timetable|lessons|subjects|unterricht|stundenplan|enseignements|horario/i,
	enrolments: /enrol|courses|kurse|groups|kursliste|inscri/i,
	adults:
		/adult|parent|guardian|contact|famil|household|eltern|kontakt|erziehung|responsable|tutores|encarregad/i,
	teachers: /teacher|staff|lehrer|lehrkr|kollegium|enseignant|profes|docente/i,
	students: /student|pupil|child|sch(ü|ue)ler|klassenliste|(é|e)l(è|e)ve|alumn|aluno/i,
	interpreters: /interpret|dolmetsch|interpr(è|e)te|int(é|e)rprete/i,
};

/**
 * The kind that explains the most columns; the file's name decides between close ones. A list that says more
 * of students than of their adults is one of students, whatever it is called.
 */
export function proposeKind(table: ListTable): ColumnProposal {
	const meanings = understandAll(table.header);
	const ranked = kindsInOrder
		.map((kind) => {
			const columns = columnsFrom(table, kind, meanings);
			const isMet = missingFields(kind, columns).length === 0;
			const isNamed = FILE_NAMES[kind].test(table.name);
			const explained = columns.filter((field) => field && !isSaidTwice(field, columns)).length;
			const score = explained + (isMet ? 4 : 0) + (isNamed ? 6 : 0);
			return { kind, columns, isMet, explained, score };
		})
		.sort((a, b) => b.score - a.score);
	const [best] = ranked as [(typeof ranked)[number]];
	const students = ranked.find(({ kind, isMet }) => kind === 'students' && isMet);
	const isRather = best.kind === 'adults' && students && students.explained > best.explained;
	const { kind, columns } = isRather ? students : best;
	return { kind, columns };
}

/** A student's name beside the number that says the same. */
const isSaidTwice = (field: ListField, columns: readonly (ListField | null)[]): boolean =>
	columns.includes('student') && (field === 'studentGivenName' || field === 'studentFamilyName');

/** What tells tables with the same columns from others: for remembering an answer. */
export const headerSignature = (header: readonly string[]): string =>
	header.map(plainText).join('|');
