import type { ListField, ListKind } from '$lib/core/register/list-kinds';
import type {
	DifferenceLine,
	LineChange,
	LineSubject,
} from '$lib/core/register/register-difference';
import type { ListFault } from '$lib/core/register/register-lists';
import type { TableFault } from '$lib/core/register/table';
import { groupBy } from '$lib/core/group-by';
import { m } from '$lib/paraglide/messages';
import { listText } from '../parts/format/when';

/** The sentences about lists, made from core's codes and facts. */

const kinds: Record<ListKind, () => string> = {
	teachers: m.list_kind_teachers,
	students: m.list_kind_students,
	adults: m.list_kind_adults,
	teaching: m.list_kind_teaching,
	enrolments: m.list_kind_enrolments,
	interpreters: m.list_kind_interpreters,
};
export const kindText = (kind: ListKind): string => kinds[kind]();

const fields: Record<ListField, () => string> = {
	key: m.field_key,
	title: m.person_title,
	name: m.field_name,
	givenName: m.person_given,
	familyName: m.person_family,
	email: m.person_email,
	telephone: m.person_telephone,
	subjects: m.person_subjects,
	room: m.person_room,
	building: m.person_building,
	link: m.person_link,
	pin: m.person_pin,
	yearGroup: m.column_year,
	class: m.column_class,
	student: m.field_student,
	teacher: m.field_teacher,
	subject: m.field_subject,
	language: m.family_language,
	languages: m.person_languages,
	channel: m.family_channel,
	address: m.family_address,
	household: m.field_household,
	interpreter: m.family_interpreter,
	stepFree: m.family_step_free,
	hours: m.person_hours,
	familyFirst: m.field_family_first,
	postcode: m.field_postcode,
	town: m.field_town,
	studentGivenName: m.field_student_given,
	studentFamilyName: m.field_student_family,
	adultName: m.field_adult_name,
	adultGivenName: m.field_adult_given,
	adultFamilyName: m.field_adult_family,
	adultEmail: m.field_adult_email,
	adultTelephone: m.field_adult_telephone,
	adult2Name: m.field_second_adult_name,
	adult2Email: m.field_second_adult_email,
	adult2GivenName: m.field_second_adult_given,
	adult2FamilyName: m.field_second_adult_family,
	adult2Telephone: m.field_second_adult_telephone,
	adult2Address: m.field_second_adult_address,
	adult2Postcode: m.field_second_adult_postcode,
	adult2Town: m.field_second_adult_town,
};
export const fieldText = (field: ListField): string => fields[field]();

/** What a changed field is called; those that only the register has are named as they are there. */
export const changedFieldText = (field: string): string =>
	field in fields
		? fieldText(field as ListField)
		: field === 'label'
			? m.family_label()
			: field === 'members'
				? m.field_members()
				: '';

const subjects: Record<LineSubject, () => string> = {
	teacher: m.line_teacher,
	interpreter: m.line_interpreter,
	student: m.line_student,
	adult: m.line_adult,
	family: m.line_family,
	class: m.line_class,
	teaching: m.line_teaching,
	enrolment: m.line_enrolment,
};
export const subjectText = (subject: LineSubject): string => subjects[subject]();

const changes: Record<LineChange, () => string> = {
	new: m.change_new,
	changed: m.change_changed,
	gone: m.change_gone,
	back: m.change_back,
};
export const changeText = (change: LineChange): string => changes[change]();

/** What the line's name says already. */
const IN_THE_NAME = new Set(['givenName', 'familyName', 'label']);

/** `Telephone: 123 → 456` for what changes, `123` for what is new. */
export function detailsText({ change, details }: DifferenceLine): string {
	return details
		.filter(({ field }) => change !== 'new' || !IN_THE_NAME.has(field))
		.map(({ field, before, after }) => [changedFieldText(field), before, after] as const)
		.filter(([name, , after]) => name && after !== null)
		.map(([name, before, after]) =>
			change === 'changed' || change === 'back'
				? m.line_changed_field({ field: name, before: before ?? m.line_nothing(), after: after! })
				: after!,
		)
		.filter((text) => text !== 'true')
		.join(' · ');
}

const tableFaults: Record<TableFault['code'], () => string> = {
	empty: m.table_empty,
	'no-list': m.table_no_list,
	'too-large': m.table_too_large,
	'unpacks-too-large': m.table_unpacks_too_large,
	damaged: m.table_damaged,
	'too-many-rows': m.table_too_many_rows,
	'too-many-columns': m.table_too_many_columns,
	'quote-never-ends': m.table_quote,
	'cells-beyond-header': m.table_beyond,
	'row-is-short': m.table_short,
	'merged-cells': m.table_merged,
	'doubled-heading': m.table_doubled_heading,
	'formula-without-value': m.table_formula,
};

/** Where something is: `Row 12, column E-mail`. */
function whereText(row: number | undefined, column: string | undefined): string {
	if (row !== undefined && column) return m.where_row_column({ row, column });
	return row === undefined ? '' : m.where_row({ row });
}

/** So many rows are named where many have the same fault. */
const NAMED_ROWS = 3;

/** `512 rows, such as 3, 4 and 7`; a single one is named like any row. */
const rowsText = (rows: readonly number[]): string =>
	m.faults_such_as({ count: rows.length, rows: listText(rows.slice(0, NAMED_ROWS).map(String)) });

/** The faults of a table as sentences: one for each kind and column. */
export const tableFaultTexts = (faults: readonly TableFault[]): string[] =>
	[...groupBy(faults, ({ code, column }) => `${code} ${column}`).values()].map((group) => {
		const [{ code, row, column }] = group as [TableFault];
		const rows = group.flatMap((fault) => fault.row ?? []);
		const where = rows.length > 1 ? whereRowsText(rows, column) : whereText(row, column);
		return [where, tableFaults[code]()].filter(Boolean).join(': ');
	});

const whereRowsText = (rows: readonly number[], column: string | undefined): string =>
	[column ? m.where_column({ column }) : '', rowsText(rows)].filter(Boolean).join(', ');

const listFaults: Record<ListFault['code'], (facts: { text: string; field: string }) => string> = {
	'name-missing': m.fault_name_missing,
	'given-name-missing': m.fault_given_missing,
	'name-order': m.fault_name_order,
	'email-wrong': m.fault_email,
	'telephone-wrong': m.fault_telephone,
	'link-wrong': m.fault_link,
	'channel-unknown': m.fault_channel,
	'too-long': m.fault_too_long,
	'date-for-text': m.fault_date,
	formula: m.fault_formula,
	'control-characters': m.fault_control,
	'class-missing': m.fault_class_missing,
	'teacher-missing': m.fault_teacher_missing,
	'student-missing': m.fault_student_missing,
	'doubled-key': m.fault_doubled_key,
	'doubled-person': m.fault_doubled_person,
	'rows-differ': m.fault_rows_differ,
	'adult-differs': m.fault_adult_differs,
	'address-of-nobody': m.fault_address_of_nobody,
	'unknown-student': m.fault_unknown_student,
	'unknown-teacher': m.fault_unknown_teacher,
	'unknown-class': m.fault_unknown_class,
	'unknown-user': m.fault_unknown_user,
	'several-students': m.fault_several_students,
	'several-teachers': m.fault_several_teachers,
	'file-missing': m.fault_file_missing,
	'column-missing': m.fault_column_missing,
	'class-without-students': m.fault_class_empty,
	'teacher-made': m.fault_teacher_made,
};

/** Faults as sentences with file, row and column: one for each kind and column of a file. */
export const listFaultTexts = (faults: readonly ListFault[]): string[] =>
	[...groupBy(faults, kindOfFault).values()].map((group) => {
		const [{ origin, code, field, heading, text = '', other }] = group as [ListFault];
		const column = heading || (field ? fieldText(field) : undefined);
		const rows = group.map((fault) => fault.origin.row);
		const where = rows.length > 1 ? whereRowsText(rows, column) : whereText(origin.row, column);
		const sentence = listFaults[code]({ text, field: column ?? '' });
		const seen = other ? otherRowText(origin, other) : '';
		return `${[origin.file, where].filter(Boolean).join(', ')}: ${[sentence, seen].filter(Boolean).join(' ')}`;
	});

const kindOfFault = ({ origin, code, field, heading }: ListFault): string =>
	[origin.file, code, field, heading].join('|');

/** The row that a row contradicts. */
const otherRowText = (
	origin: ListFault['origin'],
	{ origin: { file, row }, text }: NonNullable<ListFault['other']>,
): string =>
	file === origin.file ? m.fault_see_row({ row, text }) : m.fault_see_file_row({ file, row, text });
