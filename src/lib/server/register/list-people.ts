import { sql, type SQL } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { Found } from '../../operations/found';
import type { App } from '../app';
import { byName } from './name-order';
import { ForbiddenError } from '../foundation/forbidden';
import { PAGE_LINES, pageOf, type ListPage, type ListQuery, type Sorts } from './list-page';
import { everyWordIn, familiesWithEveryWord } from './search';
import { rowsOf } from '../foundation/database/rows-of';

/** A teacher or interpreter in the register. */
export interface PersonLine {
	readonly id: string;
	readonly title: string | null;
	readonly givenName: string | null;
	readonly familyName: string | null;
	readonly email: string | null;
	readonly isConfirmed: boolean;
	readonly subjects: readonly string[];
	readonly languages: readonly string[];
	readonly hours: string | null;
	readonly room: string | null;
	readonly hasLink: boolean;
	/** Labels of the classes that the person teaches in the running school year. */
	readonly classes: readonly string[];
}

export interface StudentLine {
	readonly id: string;
	readonly givenName: string | null;
	readonly familyName: string | null;
	readonly yearGroup: string;
	readonly classLabel: string | null;
	readonly families: readonly { readonly id: string; readonly label: string }[];
}

export interface RegisterFamilyLine {
	readonly id: string;
	readonly label: string;
	readonly students: readonly { readonly name: string; readonly classLabel: string | null }[];
	readonly adults: readonly { readonly name: string; readonly email: string | null }[];
	readonly interpreter: string | null;
	readonly stepFree: boolean;
}

export interface ClassLine {
	readonly id: string;
	readonly label: string;
	readonly students: number;
	readonly teachers: readonly { readonly name: string; readonly subject: string }[];
}

export const personSorts: Sorts = {
	name: [byName(sql`family_name`), byName(sql`given_name`)],
	email: [byName(sql`email`)],
	room: [byName(sql`room`)],
};
export const studentSorts: Sorts = {
	name: [byName(sql`student.family_name`), byName(sql`student.given_name`)],
	class: [byName(sql`label`), byName(sql`student.family_name`), byName(sql`student.given_name`)],
	year: [byName(sql`year_group`), byName(sql`student.family_name`)],
};
export const familySorts: Sorts = {
	name: [byName(sql`family.label`), sql`family.id`],
	students: [sql`students`, byName(sql`family.label`)],
};

/** The same, of the families of one page. */
const pageSorts: Sorts = {
	name: [byName(sql`page.label`), sql`page.id`],
	students: [sql`page.students`, byName(sql`page.label`)],
};

const isHere = (table: SQL, { gone }: ListQuery): SQL =>
	gone ? sql`${table}.left_at is not null` : sql`${table}.left_at is null`;

/** Nobody who is made up for a trial run. */
const isOfSchool = (table: SQL): SQL => sql`${table}.trial_of is null`;

function orderOf(sorts: Sorts, { sort, descending }: ListQuery): SQL {
	const columns = (sorts[sort] ?? []).map((column) =>
		descending ? sql`${column} desc nulls last` : sql`${column} asc nulls last`,
	);
	return sql.join(columns, sql`, `);
}

const pageWindow = ({ page }: ListQuery): SQL =>
	sql`limit ${PAGE_LINES} offset ${(page - 1) * PAGE_LINES}`;

const and = (...conditions: (SQL | undefined)[]): SQL =>
	sql.join(
		conditions.filter((condition) => condition !== undefined),
		sql` and `,
	);

/** A page of the teachers or of the interpreters. */
export async function listPersons(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	kind: 'teacher' | 'interpreter',
	query: ListQuery,
): Promise<ListPage<PersonLine>> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const rows = await rowsOf(
		db,
		sql<PersonLine & { total: number }>`
		select id, title, given_name as "givenName", family_name as "familyName", email,
			email_confirmed_at is not null as "isConfirmed", subjects, languages, hours, room, link is not null as "hasLink",
			array(select distinct class.label from class_teacher
				join class on class.id = class_id join school on school.school_year = class.school_year
				where person_id = person.id order by class.label) as classes,
			count(*) over ()::int as total
		from person
		where ${and(
			kind === 'teacher' ? sql`is_teacher` : sql`is_interpreter`,
			isHere(sql`person`, query),
			everyWordIn(sql`person.search`, query.find),
		)}
		order by ${orderOf(personSorts, query)}, id ${pageWindow(query)}`,
	);
	return pageOf<PersonLine>(rows, query);
}

/** A page of the students. */
export async function listStudents(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	query: ListQuery,
): Promise<ListPage<StudentLine>> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const rows = await rowsOf(
		db,
		sql<StudentLine & { total: number }>`
		select student.id, student.given_name as "givenName", student.family_name as "familyName",
			year_group as "yearGroup", home.label as "classLabel",
			(select coalesce(json_agg(json_build_object('id', family.id, 'label', coalesce(family.label, ''))
					order by family.id), '[]')
				from family_student join family on family.id = family_id
				where student_id = student.id and family.left_at is null) as families,
			count(*) over ()::int as total
		from student
		left join lateral (select class.label from enrolment
			join class on class.id = class_id join school on school.school_year = class.school_year
			where student_id = student.id and home limit 1) home on true
		where ${and(isHere(sql`student`, query), isOfSchool(sql`student`), everyWordIn(sql`student.search`, query.find))}
		order by ${orderOf(studentSorts, query)}, student.id ${pageWindow(query)}`,
	);
	return pageOf<StudentLine>(rows, query);
}

/** A page of the families; found by any name in them. */
export async function listRegisterFamilies(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	query: ListQuery,
): Promise<ListPage<RegisterFamilyLine>> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const rows = await rowsOf(
		db,
		sql<RegisterFamilyLine & { total: number } & Record<string, unknown>>`
		select page.id, coalesce(page.label, '') as label, page.interpreter,
			page.step_free as "stepFree", page.total,
			(select coalesce(json_agg(json_build_object(
					'name', concat_ws(' ', student.given_name, student.family_name),
					'classLabel', (select class.label from enrolment join class on class.id = class_id
						join school on school.school_year = class.school_year
						where student_id = student.id and home limit 1)) order by student.id), '[]')
				from family_student join student on student.id = student_id
				where family_id = page.id and student.left_at is null) as students,
			(select coalesce(json_agg(json_build_object(
					'name', concat_ws(' ', adult.given_name, adult.family_name), 'email', adult.email)
					order by adult.id), '[]')
				from family_adult join adult on adult.id = adult_id
				where family_id = page.id and adult.left_at is null) as adults
		from (
			select family.*, (select count(*) from family_student where family_id = family.id) as students,
				count(*) over ()::int as total
			from family
			where ${and(isHere(sql`family`, query), isOfSchool(sql`family`), familiesWithEveryWord(query.find))}
			order by ${orderOf(familySorts, query)} ${pageWindow(query)}
		) page
		order by ${orderOf(pageSorts, query)}`,
	);
	return pageOf<RegisterFamilyLine>(rows, query);
}

/** All classes of the running school year, by label. */
export async function listClasses({ db }: Pick<App, 'db'>, actor: Actor): Promise<ClassLine[]> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	return rowsOf(
		db,
		sql<ClassLine>`
		select class.id, class.label,
			(select count(*)::int from enrolment join student on student.id = student_id
				where class_id = class.id and left_at is null) as students,
			(select coalesce(json_agg(json_build_object(
					'name', concat_ws(' ', given_name, family_name), 'subject', subject)
					order by subject, family_name), '[]')
				from class_teacher join person on person.id = person_id
				where class_id = class.id and left_at is null) as teachers
		from class join school on school.school_year = class.school_year
		order by ${byName(sql`class.label`)}`,
	);
}

const MOST_FOUND = 8;

/** The best few teachers, students and families for the typed words. */
export async function findPeople(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	text: string,
): Promise<Found[]> {
	if (!may(actor, 'register.see')) throw new ForbiddenError();
	const inPerson = everyWordIn(sql`person.search`, text);
	if (!inPerson) return [];
	return rowsOf(
		db,
		sql<Found>`
		(select case when is_teacher then 'teacher' else 'interpreter' end as kind, id,
			concat_ws(' ', given_name, family_name) as name, array_to_string(subjects, ', ') as about
		from person where left_at is null and ${inPerson}
		order by word_similarity(search_text(${text}), search) desc, id limit ${MOST_FOUND})
		union all
		(select 'student', id, concat_ws(' ', given_name, family_name), year_group
		from student where left_at is null and ${everyWordIn(sql`student.search`, text)}
		order by word_similarity(search_text(${text}), search) desc, id limit ${MOST_FOUND})
		union all
		(select 'family', id, coalesce(label, ''),
			(select string_agg(concat_ws(' ', given_name, family_name), ', ' order by adult.id)
				from family_adult join adult on adult.id = adult_id
				where family_id = family.id and adult.left_at is null)
		from family where left_at is null and ${familiesWithEveryWord(text)}
		order by word_similarity(search_text(${text}), search) desc, id limit ${MOST_FOUND})`,
	);
}
