import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import type { FamilyId } from '../../core/ids';
import { isSame } from '../../core/merge/is-same';
import type { Clock } from '../foundation/clock';
import type { Reader, Transaction } from '../foundation/database/connect';
import { insertAll } from '../foundation/database/insert-all';
import {
	appointmentWish,
	desk,
	family,
	familyStudent,
	student,
	waiting,
	wish,
	wishDesk,
} from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { isAround } from '../register/around';
import { rowsOf } from '../foundation/database/rows-of';

/** The weight of a wish that follows from a class; of one for a desk that is open to all. */
export const DERIVED_WEIGHT = 10;
const OPTIONAL_WEIGHT = 1;

/** A meeting that follows from classes, or from a desk that is open to all (`teacher` is null). */
export interface DerivedWish {
	readonly familyId: string;
	readonly studentId: string;
	readonly teacherId: string | null;
	readonly desks: readonly string[];
}

/** A derived wish as it is. */
interface KnownWish extends DerivedWish {
	readonly id: string;
	readonly isDropped: boolean;
}

/** How much a wish that follows by itself counts: one for a desk that is open to all waits to be ticked. */
export const standingOf = ({ teacherId }: Pick<DerivedWish, 'teacherId'>) => ({
	optional: teacherId === null,
	weight: teacherId === null ? OPTIONAL_WEIGHT : DERIVED_WEIGHT,
	askedBy: 'family' as const,
});

/** What makes it the same wish: family, student and teacher; of a desk that is open to all, the desk. */
const identityOf = ({ familyId, studentId, teacherId, desks }: DerivedWish): string =>
	`${familyId}/${studentId}/${teacherId ?? desks.join()}`;

/** Two teachers who receive together are one meeting, whichever of them it follows from. */
const meetingAt = ({ familyId, studentId, teacherId, desks }: DerivedWish): string =>
	`${familyId}/${studentId}/${teacherId === null}/${desks.join()}`;

/**
 * Makes the derived wishes follow from who teaches whom: for each student of each family and each
 * teacher of a class, one meeting at any of the teacher's desks; exceptions by hand add and leave out
 * teachers, and desks that are open to all are offered to everybody. Desks that are reached by their own link alone are left out. A difference: a wish keeps its
 * identity when its teacher gets another desk. What the office added stands for what would follow. One that nobody wishes any more goes, or, where an
 * appointment served it, is dropped: kept, and offered to nobody. Of one family alone where one is given.
 */
export async function deriveWishes(
	tx: Transaction,
	clock: Clock,
	conferenceId: string,
	familyId?: string,
): Promise<void> {
	const added = await addedByHand(tx, conferenceId);
	const wanted = (await wantedWishes(tx, conferenceId, familyId)).filter(
		({ familyId, studentId, desks }) =>
			!desks.some((desk) => added.has(`${familyId}/${studentId}/${desk}`)),
	);
	const known = await knownWishes(tx, conferenceId, familyId);
	const { kept, fresh, stale } = matchWishes(wanted, known);
	await dropWishes(tx, clock, [...stale, ...(await straysByHand(tx, conferenceId))]);
	const returning = kept.filter(({ wish }) => wish.isDropped).map(({ wish }) => wish.id);
	if (returning.length)
		await tx.update(wish).set({ droppedAt: null }).where(inArray(wish.id, returning));
	const moved = kept.filter(({ wish, wanted }) => !isSame(wish.desks, wanted.desks));
	if (moved.length)
		await tx.delete(wishDesk).where(
			inArray(
				wishDesk.wishId,
				moved.map(({ wish }) => wish.id),
			),
		);
	for (const { wish: row, wanted } of kept)
		if (row.teacherId !== wanted.teacherId)
			await tx.update(wish).set({ teacherId: wanted.teacherId }).where(eq(wish.id, row.id));

	const made = fresh.map((entry) => ({ id: newId(clock), ...entry }));
	await insertAll(
		tx,
		wish,
		made.map(({ id, familyId, studentId, teacherId }) => ({
			id,
			conferenceId,
			familyId,
			studentId,
			teacherId,
			...standingOf({ teacherId }),
			source: 'derived' as const,
		})),
	);
	await insertAll(
		tx,
		wishDesk,
		[...made, ...moved.map(({ wish, wanted }) => ({ ...wanted, id: wish.id }))].flatMap(
			({ id, desks }) => desks.map((deskId, rank) => ({ wishId: id, deskId, rank })),
		),
	);
}

/** All that is offered to families, as it follows from classes, exceptions and desks that are open to all. */
export async function wantedWishes(
	db: Reader,
	conferenceId: string,
	familyId?: string,
): Promise<DerivedWish[]> {
	const taught = await taughtWishes(db, conferenceId, familyId);
	const met = new Set(
		taught.flatMap(({ studentId, desks }) => desks.map((desk) => `${studentId}/${desk}`)),
	);
	const offers = (await offersToAll(db, conferenceId, familyId))
		.filter(({ studentId, deskId }) => !met.has(`${studentId}/${deskId}`))
		.map(({ familyId, studentId, deskId }) => ({
			familyId,
			studentId,
			teacherId: null,
			desks: [deskId],
		}));
	return [...taught, ...offers];
}

/** The wishes that follow from classes and exceptions, also where families see nothing of them yet. */
export async function taughtWishes(
	db: Reader,
	conferenceId: string,
	familyId?: string,
): Promise<DerivedWish[]> {
	const meetings = groupBy(
		await meetingsOf(db, conferenceId, familyId),
		({ familyId, studentId, personId }) => `${familyId}/${studentId}/${personId}`,
	);
	const wanted = new Map<string, DerivedWish>();
	for (const rows of meetings.values()) {
		const { familyId, studentId, personId } = rows[0]!;
		const desks = rows.map(({ deskId }) => deskId);
		const meeting = { familyId, studentId, teacherId: personId, desks };
		if (!wanted.has(meetingAt(meeting))) wanted.set(meetingAt(meeting), meeting);
	}
	return [...wanted.values()];
}

/** Which meetings the office added, as `family/student/desk`. */
async function addedByHand(tx: Transaction, conferenceId: string): Promise<ReadonlySet<string>> {
	const rows = await tx
		.select({ familyId: wish.familyId, studentId: wish.studentId, deskId: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(
			and(eq(wish.conferenceId, conferenceId), eq(wish.source, 'by-hand'), isNull(wish.droppedAt)),
		);
	return new Set(
		rows.map(({ familyId, studentId, deskId }) => `${familyId}/${studentId}/${deskId}`),
	);
}

/**
 * What the office added for students who have left, or are in another household now; and what it added twice, for
 * two households that are one by now: the one that was booked stays.
 */
async function straysByHand(
	tx: Transaction,
	conferenceId: string,
): Promise<Pick<KnownWish, 'id' | 'isDropped'>[]> {
	return rowsOf(
		tx,
		sql<Pick<KnownWish, 'id' | 'isDropped'>>`
		with added as (
			select wish.*, row_number() over (
				partition by family_id, student_id, desk_id
				order by exists (select from appointment_wish where wish_id = wish.id) desc, id) as place
			from wish join wish_desk on wish_desk.wish_id = wish.id
			where conference_id = ${conferenceId} and source = 'by-hand' and dropped_at is null)
		select id, false as "isDropped" from added
		where place > 1 or not exists (select from family_student
			join student on student.id = family_student.student_id and ${isAround(student)}
			where family_student.family_id = added.family_id
				and family_student.student_id = added.student_id)`,
	);
}

async function knownWishes(
	tx: Transaction,
	conferenceId: string,
	familyId?: string,
): Promise<KnownWish[]> {
	const rows = await tx
		.select()
		.from(wish)
		.leftJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(
			and(
				eq(wish.conferenceId, conferenceId),
				eq(wish.source, 'derived'),
				familyId === undefined ? undefined : eq(wish.familyId, familyId as FamilyId),
			),
		)
		.orderBy(wish.id, wishDesk.rank);
	return [...groupBy(rows, ({ wish }) => wish.id)].map(([id, list]) => {
		const { familyId, studentId, teacherId, droppedAt } = list[0]!.wish;
		const desks = list.flatMap(({ wish_desk }) => wish_desk?.deskId ?? []);
		return { id, familyId, studentId, teacherId, desks, isDropped: droppedAt !== null };
	});
}

/** Each wanted wish with the known one that it is: by its teacher first, then by where one meets. */
function matchWishes(wanted: readonly DerivedWish[], known: readonly KnownWish[]) {
	const left = new Set(known);
	const kept: { readonly wish: KnownWish; readonly wanted: DerivedWish }[] = [];
	let open = wanted;
	for (const keyOf of [identityOf, meetingAt]) {
		const byKey = new Map([...left].reverse().map((entry) => [keyOf(entry), entry]));
		open = open.filter((entry) => {
			const same = byKey.get(keyOf(entry));
			if (!same || !left.delete(same)) return true;
			kept.push({ wish: same, wanted: entry });
			return false;
		});
	}
	return { kept, fresh: open, stale: [...left] };
}

/** A student's family and whom it meets at a desk. */
export interface Meeting {
	readonly familyId: string;
	readonly studentId: string;
	readonly personId: string;
	readonly deskId: string;
}

/** Who meets whom, desk by desk in order of the desks' numbers, as it follows from classes and exceptions. */
export async function meetingsOf(
	db: Reader,
	conferenceId: string,
	familyId?: string,
): Promise<Meeting[]> {
	return rowsOf(
		db,
		sql<Meeting>`
		with meets as (
			select enrolment.student_id, class_teacher.person_id
			from enrolment
			join class on class.id = enrolment.class_id
			join school on school.school_year = class.school_year
			join class_teacher on class_teacher.class_id = class.id
			union
			select student_id, person_id from meeting_exception where meets
			except
			select student_id, person_id from meeting_exception where not meets
		)
		select family.id as "familyId", student.id as "studentId", meets.person_id as "personId",
			desk.id as "deskId"
		from meets
		join student on student.id = meets.student_id and student.left_at is null
		join family_student on family_student.student_id = student.id
		join family on family.id = family_student.family_id and family.left_at is null
		join desk_person on desk_person.person_id = meets.person_id
		join desk on desk.id = desk_person.desk_id and desk.conference_id = ${conferenceId}
			and desk.is_listed
		where ${familyId === undefined ? sql`true` : sql`family.id = ${familyId}`}
		order by desk.number, student.id, family.id`,
	);
}

/** Desks that are open to all, for each student of each family. */
async function offersToAll(
	db: Reader,
	conferenceId: string,
	familyId?: string,
): Promise<Omit<Meeting, 'personId'>[]> {
	return db
		.select({
			familyId: familyStudent.familyId,
			studentId: familyStudent.studentId,
			deskId: desk.id,
		})
		.from(familyStudent)
		.innerJoin(student, and(eq(student.id, familyStudent.studentId), isNull(student.leftAt)))
		.innerJoin(family, and(eq(family.id, familyStudent.familyId), isNull(family.leftAt)))
		.innerJoin(
			desk,
			and(eq(desk.conferenceId, conferenceId), eq(desk.forAll, true), eq(desk.isListed, true)),
		)
		.where(familyId === undefined ? undefined : eq(family.id, familyId as FamilyId))
		.orderBy(desk.number, student.id);
}

async function dropWishes(
	tx: Transaction,
	clock: Clock,
	stale: readonly Pick<KnownWish, 'id' | 'isDropped'>[],
): Promise<void> {
	const ids = stale.map(({ id }) => id);
	if (ids.length === 0) return;
	const served = await tx
		.selectDistinct({ id: appointmentWish.wishId })
		.from(appointmentWish)
		.where(inArray(appointmentWish.wishId, ids));
	const keep = new Set(served.map(({ id }) => id));
	const gone = ids.filter((id) => !keep.has(id));
	if (gone.length) await tx.delete(wish).where(inArray(wish.id, gone));
	const dropped = stale.filter(({ id, isDropped }) => keep.has(id) && !isDropped);
	if (dropped.length === 0) return;
	const droppedIds = dropped.map(({ id }) => id);
	await tx.update(wish).set({ droppedAt: clock.now() }).where(inArray(wish.id, droppedIds));
	await tx.delete(waiting).where(inArray(waiting.wishId, droppedIds));
}
