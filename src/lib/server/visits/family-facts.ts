import { sql } from 'drizzle-orm';
import type { WithdrawnRight } from '../../core/permissions/adult-rights';
import type { WishToSettle, VisitFacts } from '../../core/visits/settle-visit';
import { rowsOf } from '../foundation/database/rows-of';
import type { Reader } from '../foundation/database/connect';
import type { adult, hold, student, wish } from '../foundation/database/schema';
import { aroundHere } from '../register/around';
import { homeLabel } from '../register/class-labels';
import { presences, type Presence } from '../safety/kept-apart';
import { statesOfAppointments, type AppointmentState } from './appointment-state';

/** Somebody of the family who has not left. */
export type FamilyAdultRow = Pick<
	typeof adult.$inferSelect,
	'id' | 'personId' | 'givenName' | 'familyName'
>;

/** A student with the class by which it is known. */
export type FamilyStudentRow = Pick<
	typeof student.$inferSelect,
	'id' | 'givenName' | 'familyName' | 'yearGroup'
> & { readonly label: string | null };

/** A wish of the family with the desks that would do, best first. */
export type StoredWish = Omit<WishToSettle, 'placed'> &
	Pick<typeof wish.$inferSelect, 'weight' | 'must' | 'optional' | 'askedBy' | 'words'>;

export type HoldRow = typeof hold.$inferSelect;

/** A family as its visit depends on it; stands still once the family is locked. */
export interface FamilyFacts {
	readonly id: string;
	readonly needs: VisitFacts['needs'];
	/** The conference for whose trial run it is made up; `null`: it is a family of the school. */
	readonly trialOf: string | null;
	readonly adults: readonly FamilyAdultRow[];
	/** What was withdrawn from its adults. */
	readonly rights: readonly WithdrawnRight[];
	readonly students: readonly FamilyStudentRow[];
	readonly wishes: readonly StoredWish[];
	/** Its standing appointments at the conference. */
	readonly own: readonly AppointmentState[];
	/** What its adults attend there, with whichever of their families. */
	readonly attended: readonly AppointmentState[];
	/** Its holds of any kind, ended ones among them. */
	readonly holds: readonly HoldRow[];
	/** Wishes for which it waits, the longest first. */
	readonly waiting: readonly string[];
	/** Where it is kept apart from others: when it and they are at the school. */
	readonly presences: readonly Presence[];
}

type Row = Omit<FamilyFacts, 'id' | 'own' | 'attended'> & {
	readonly around: readonly AppointmentState[];
};

/** A wish that stands, beside a row of `wish`; one that was dropped does as long as it is served. */
export const isWished = sql`(dropped_at is null
	or exists (select from appointment_wish where wish_id = wish.id and stands))`;

/** Desks at which the family wants to be received, or will be, whoever of it asks. */
export const desksOf = ({ wishes, own }: Pick<FamilyFacts, 'wishes' | 'own'>): Set<string> =>
	new Set([...wishes.flatMap(({ desks }) => desks), ...own.map(({ desk }) => desk)]);

/** Reads in one statement what a family's visit depends on: every request about a visit begins so. */
export async function readFamily(
	db: Reader,
	conferenceId: string,
	familyId: string,
): Promise<FamilyFacts> {
	const around = statesOfAppointments(
		sql`array(
			select id from appointment
			where family_id = ${familyId} and conference_id = ${conferenceId}
			union
			select appointment_id from appointment_adult where adult_id = any(array(
				select adult_id from family_adult where family_id = ${familyId})))`,
		sql`conference_id = ${conferenceId} and standing in ('asked', 'booked')`,
	);
	const [row] = await rowsOf(
		db,
		sql<Row>`
		with present as (
			select adult.* from family_adult join adult on adult.id = adult_id
			where family_adult.family_id = ${familyId} and ${aroundHere}
		)
		select json_build_object('stepFree', step_free, 'interpreter', interpreter) as needs,
			trial_of as "trialOf",
			(select coalesce(json_agg(json_build_object('id', id, 'personId', person_id,
				'givenName', given_name, 'familyName', family_name) order by id), '[]')
				from present) as adults,
			(select coalesce(json_agg(json_build_object('adultId', adult_id, 'studentId', student_id,
				'mayBook', may_book, 'maySee', may_see, 'isTold', is_told)), '[]')
				from adult_right join present on present.id = adult_id) as rights,
			(select coalesce(json_agg(json_build_object('id', student.id, 'givenName', given_name,
				'familyName', family_name, 'yearGroup', year_group, 'label', ${homeLabel})
				order by student.id), '[]')
				from family_student join student on student.id = student_id and ${aroundHere}
				where family_student.family_id = ${familyId}) as students,
			(select coalesce(json_agg(json_build_object('id', id, 'student', student_id,
				'length', length, 'weight', weight, 'must', must, 'optional', optional,
				'askedBy', asked_by, 'words', words, 'desks', desks) order by student_id, first_number, id), '[]')
				from (select wish.*, json_agg(desk_id order by rank) as desks,
						min(desk.number) as first_number
					from wish join wish_desk on wish_id = wish.id join desk on desk.id = desk_id
					where wish.conference_id = ${conferenceId} and wish.family_id = ${familyId}
						and ${isWished}
					group by wish.id) as wished) as wishes,
			(select coalesce(json_agg(state), '[]') from (${around}) as state) as around,
			(select coalesce(json_agg(json_build_object('id', id, 'conferenceId', conference_id,
				'familyId', family_id, 'kind', kind, 'keeps', keeps, 'holderId', holder_id,
				'since', (extract(epoch from since) * 1000)::float8,
				'until', (extract(epoch from until) * 1000)::float8) order by until, id), '[]')
				from hold
				where conference_id = ${conferenceId} and family_id = ${familyId}) as holds,
			(select coalesce(json_agg(wish_id order by since), '[]')
				from waiting join wish on wish.id = wish_id
				where waiting.conference_id = ${conferenceId} and wish.family_id = ${familyId}) as waiting,
			(select coalesce(json_agg(presence), '[]')
				from (${presences(conferenceId, sql`family_id = ${familyId}`)}) as presence) as presences
		from family where family.id = ${familyId}`,
	);
	if (!row) throw new Error(`no family ${familyId}`);
	const { around: appointments, ...facts } = row;
	const adults = new Set(facts.adults.map(({ id }) => id));
	return {
		id: familyId,
		...facts,
		own: appointments.filter(({ family }) => family === familyId),
		attended: appointments.filter((entry) => entry.adults.some((id) => adults.has(id))),
	};
}
