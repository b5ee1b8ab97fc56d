import { sql, type SQL } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import {
	EVERYBODY,
	type FamiliesChoice,
	type FamiliesPage,
	type FamilyLine,
	type FamilySort,
} from '../../operations/families';
import type { App } from '../app';
import { rowsOf } from '../foundation/database/rows-of';
import { ForbiddenError } from '../foundation/forbidden';
import { byName } from '../register/name-order';
import { asks, countedWishes, isChosen, servedWishes, waits } from './chosen-families';

export const FAMILIES_ON_A_PAGE = 50;

/** How the lines come: in which order, and which of them; missing: all, by name. */
export interface FamiliesWindow {
	readonly sort?: FamilySort;
	/** From 1; missing: all lines. */
	readonly page?: number;
}

const ORDER: Readonly<Record<FamilySort, SQL>> = {
	name: sql`${byName(sql`label`)}, id`,
	visit: sql`"start" nulls last, ${byName(sql`label`)}, id`,
	missing: sql`wished - placed desc, ${byName(sql`label`)}, id`,
};

type Row = Omit<FamilyLine, 'visit'> & {
	readonly start: number | null;
	readonly end: number | null;
	readonly total: number;
	readonly booked: number;
};

/** The families of a conference that are meant, with how far they are with booking. */
export async function listFamilies(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	choice: FamiliesChoice = EVERYBODY,
	{ sort = 'name', page }: FamiliesWindow = {},
): Promise<FamiliesPage> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const seesLinks = may(actor, 'links.see');
	const part =
		page === undefined
			? sql``
			: sql`limit ${FAMILIES_ON_A_PAGE} offset ${(page - 1) * FAMILIES_ON_A_PAGE}`;
	const rows = await rowsOf(
		db,
		sql<Row>`
		with chosen as (
			select family.id, coalesce(family.label, '') as label,
				coalesce(family.interpreter, '') as interpreter, family.step_free as "stepFree",
				(select count(*) ${countedWishes(conferenceId)})::int as wished,
				(select count(distinct wish.id) ${servedWishes(conferenceId)})::int as placed,
				visit.start, visit.end
			from family
			left join lateral (
				select (extract(epoch from min(starts_at)) * 1000)::float8 as start,
					(extract(epoch from max(ends_at)) * 1000)::float8 as end
				from appointment
				where conference_id = ${conferenceId} and family_id = family.id and stands
			) as visit on true
			where ${isChosen(choice, conferenceId, clock.now())}
		), counted as (
			select *, count(*) over ()::int as total,
				(count(*) filter (where placed > 0) over ())::int as booked
			from chosen order by ${ORDER[sort]} ${part}
		)
		select family.*, ${waits(conferenceId)} as "isWaiting", ${asks(conferenceId)} as "isAsking",
			(select coalesce(json_agg(json_build_object('id', adult.id,
					'name', concat_ws(' ', adult.given_name, adult.family_name),
					'email', coalesce(adult.email, ''), 'telephone', coalesce(adult.telephone, ''),
					'isInvited', ${seesLinks} and exists (select from invitation
						where invitation.adult_id = adult.id and revoked_at is null))
					order by adult.id), '[]')
				from family_adult join adult on adult.id = adult_id
				where family_adult.family_id = family.id and adult.left_at is null) as adults,
			(select coalesce(json_agg(json_build_object(
					'name', concat_ws(' ', student.given_name, student.family_name),
					'classLabel', coalesce((select class.label from enrolment
						join class on class.id = class_id
						join school on school.school_year = class.school_year
						where enrolment.student_id = student.id and enrolment.home limit 1),
						student.year_group)) order by student.id), '[]')
				from family_student join student on student.id = student_id
				where family_student.family_id = family.id and student.left_at is null) as students
		from counted as family
		order by ${ORDER[sort]}`,
	);
	return {
		total: rows[0]?.total ?? 0,
		booked: rows[0]?.booked ?? 0,
		lines: rows.map(({ total: _total, booked: _booked, start, end, ...line }) => ({
			...line,
			visit: start !== null && end !== null ? { start, end } : null,
		})),
	};
}
