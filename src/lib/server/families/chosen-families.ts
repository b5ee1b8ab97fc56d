import { sql, type SQL } from 'drizzle-orm';
import { DAY_MINUTES, MINUTE } from '../../core/time/local-of';
import type { FamiliesChoice, FamilyQuestion } from '../../operations/families';
import { instantParam } from '../foundation/database/params';
import { familiesWithEveryWord } from '../register/search';
import { isWished } from '../visits/family-facts';

/** Acts on a visit by which it counts as changed. */
const CHANGES = [
	'visit.booked',
	'visit.changed',
	'visit.cancelled',
	'visit.undone',
	'visits.swapped',
];

/** Wishes of a family that count: asked for, or served. */
export const countedWishes = (conferenceId: string): SQL => sql`
	from wish where wish.conference_id = ${conferenceId} and wish.family_id = family.id
	and ${isWished} and (not wish.optional or exists (
		select from appointment_wish where wish_id = wish.id and stands))`;

export const servedWishes = (conferenceId: string): SQL => sql`
	from wish join appointment_wish on wish_id = wish.id and stands
	where wish.conference_id = ${conferenceId} and wish.family_id = family.id`;

export const waits = (conferenceId: string): SQL => sql`exists (
	select from waiting join wish on wish.id = wish_id
	where waiting.conference_id = ${conferenceId} and wish.family_id = family.id)`;

export const asks = (conferenceId: string): SQL => sql`(exists (
	select from appointment where conference_id = ${conferenceId} and family_id = family.id
		and standing = 'asked')
	or exists (
	select from enquiry where conference_id = ${conferenceId} and family_id = family.id
		and answered_at is null))`;

const adultWith = (condition: SQL): SQL => sql`exists (
	select from family_adult join adult on adult.id = adult_id
	where family_adult.family_id = family.id and adult.left_at is null and ${condition})`;

/** The condition on `family` under which it answers to a ready-made question. */
function isAnswer(which: FamilyQuestion, conferenceId: string, now: number): SQL | null {
	switch (which) {
		case 'all':
			return null;
		case 'not-booked':
			return sql`exists (select ${countedWishes(conferenceId)})
				and not exists (select ${servedWishes(conferenceId)})`;
		case 'partly':
			return sql`exists (select ${servedWishes(conferenceId)})
				and (select count(*) ${countedWishes(conferenceId)})
					> (select count(distinct wish.id) ${servedWishes(conferenceId)})`;
		case 'waiting':
			return waits(conferenceId);
		case 'asked':
			return asks(conferenceId);
		case 'no-email':
			return sql`not ${adultWith(sql`adult.email is not null`)}`;
		case 'interpreter':
			return sql`family.interpreter is not null`;
		case 'step-free':
			return sql`family.step_free`;
		case 'never-opened':
			return sql`not ${adultWith(sql`exists (
				select from invitation where invitation.adult_id = adult.id and opened_at is not null)`)}`;
		case 'changed':
			return sql`family.id::text in (
				select jsonb_path_query(coalesce(after, before), '$[*].family') #>> '{}'
				from act where conference_id = ${conferenceId}
					and kind = any(${sql.param(CHANGES)}::text[])
					and at > ${instantParam(now - DAY_MINUTES * MINUTE)})`;
	}
}

/** The condition on `family` that it is meant. */
export function isChosen(
	{ find, which, class: label, year, desk }: FamiliesChoice,
	conferenceId: string,
	now: number,
): SQL {
	const child = (condition: SQL): SQL => sql`exists (
		select from family_student join student on student.id = student_id
		where family_student.family_id = family.id and student.left_at is null and ${condition})`;
	const conditions = [
		sql`family.left_at is null`,
		familiesWithEveryWord(find),
		isAnswer(which, conferenceId, now),
		label &&
			child(sql`exists (select from enrolment join class on class.id = class_id
				join school on school.school_year = class.school_year
				where enrolment.student_id = student.id and class.label = ${label})`),
		year && child(sql`student.year_group = ${year}`),
		desk &&
			sql`exists (select from wish join wish_desk on wish_id = wish.id
				where wish.conference_id = ${conferenceId} and wish.family_id = family.id
					and wish.dropped_at is null and wish_desk.desk_id::text = ${desk})`,
	].filter((condition) => !!condition) as SQL[];
	return sql.join(conditions, sql` and `);
}
