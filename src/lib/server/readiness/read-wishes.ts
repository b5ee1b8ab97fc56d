import { isNull, sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { ReadyFamily, WishedMeeting } from '../../core/readiness/readiness-facts';
import type { Rules } from '../../core/snapshot/rules';
import type { Reader } from '../foundation/database/connect';
import { rowsOf } from '../foundation/database/rows-of';
import { student } from '../foundation/database/schema';
import { byName } from '../register/name-order';
import { meetingsOf, taughtWishes } from '../visits/derive-wishes';
import { isWished } from '../visits/family-facts';

interface Wished {
	/** Families see the conference, so their wishes are there. */
	readonly isOpen: boolean;
	readonly families: readonly ReadyFamily[];
	readonly rules: Rules;
}

/**
 * The meetings that should come about, without those that are only offered. Before families see the
 * conference they follow from classes, beside what somebody has set by hand.
 */
export async function wishedMeetings(
	db: Reader,
	conferenceId: string,
	{ isOpen, families, rules }: Wished,
): Promise<WishedMeeting[]> {
	const stored = await rowsOf(
		db,
		sql<WishedMeeting & { isDerived: boolean }>`
		select family_id as family, student_id as student, length, source = 'derived' as "isDerived",
			array(select desk_id from wish_desk where wish_id = wish.id order by rank) as desks,
			exists (select from appointment_wish where wish_id = wish.id and stands) as "isServed"
		from wish
		where conference_id = ${conferenceId} and not optional and ${isWished}
		order by wish.id`,
	);
	// Of a conference that was taken back some meetings are booked already.
	const served = stored.filter(({ isServed }) => isServed);
	const isMet = (meeting: Pick<WishedMeeting, 'family' | 'student' | 'desks'>) =>
		served.some(
			({ family, student, desks }) =>
				family === meeting.family &&
				student === meeting.student &&
				desks.some((desk) => meeting.desks.includes(desk)),
		);
	const taught = isOpen
		? []
		: (await taughtWishes(db, conferenceId))
				.map(({ familyId, studentId, desks }) => ({
					family: familyId,
					student: studentId,
					desks,
					length: 1,
				}))
				.map((meeting) => ({ ...meeting, isServed: isMet(meeting) }));
	const known = new Map(families.map((family) => [family.id, family]));
	return [...stored.filter(({ isDerived }) => isOpen || !isDerived), ...taught]
		.filter(({ family, desks }) => known.has(family) && desks.length > 0)
		.map(({ family, student, desks, length, isServed }) => ({
			family,
			student,
			desks,
			isServed,
			length: Math.max(
				length,
				known.get(family)!.interpreter === null ? 1 : rules.interpretedLength,
			),
		}));
}

/** Students of taught classes whom no desk receives, in order of their names. */
export async function unreceivedStudents(db: Reader, conferenceId: string): Promise<string[]> {
	const received = new Set((await meetingsOf(db, conferenceId)).map(({ studentId }) => studentId));
	const [rows, classes] = await Promise.all([
		db
			.select()
			.from(student)
			.where(isNull(student.leftAt))
			.orderBy(byName(student.familyName), student.id),
		rowsOf(
			db,
			sql<{ student: string; isTaught: boolean }>`
			select student_id as student,
				exists (select from class_teacher where class_id = class.id) as "isTaught"
			from enrolment
			join class on class.id = enrolment.class_id
			join school on school.school_year = class.school_year`,
		),
	]);
	const ofStudent = groupBy(classes, ({ student }) => student);
	// Of a class that nobody teaches it is told by itself.
	const isToldByClass = (id: string) => {
		const own = ofStudent.get(id) ?? [];
		return own.length > 0 && own.every(({ isTaught }) => !isTaught);
	};
	return rows.map(({ id }) => id).filter((id) => !received.has(id) && !isToldByClass(id));
}
