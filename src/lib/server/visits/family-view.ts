import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import type {
	FamilyAppointment,
	FamilyProjection,
	FamilyStudent,
	FamilyWish,
} from '../../core/conferences/family-projection';
import { notBookable, phaseOf } from '../../core/conferences/phase';
import { seatStates } from '../../core/conferences/seat-state';
import { placeKey, travelBetween } from '../../core/conferences/travel';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { localOf } from '../../core/time/local-time';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaims } from '../conferences/read-claims';
import type { Reader } from '../database/connect';
import {
	appointment,
	appointmentStudent,
	appointmentWish,
	desk,
	familyStudent,
	place,
	student,
	wish,
	wishDesk,
} from '../database/schema';
import { slotsKeptApart } from '../../core/visits/keep-apart';
import { homeLabel } from '../people/class-labels';
import { fullName } from '../people/names';
import { ForbiddenError } from '../permissions/forbidden';
import { familiesApart, visitsApart } from '../safety/kept-apart';
import { withdrawnFrom } from '../safety/withdrawn-rights';

/** What one family may know of a conference, as it is now. */
export async function familyView(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
	familyId: string,
): Promise<FamilyProjection> {
	if (!may(actor, 'visit.see', { family: familyId })) throw new ForbiddenError();
	const now = clock.now();
	const snapshot = await loadSnapshot(db, conferenceId);
	const { conference, desks, places, walks, slots, dates } = snapshot;
	const withdrawn = await withdrawnFrom(db, actor);
	const [claims, everyStudent, everyWish, everyAppointment, apart] = await Promise.all([
		readClaims(db, conferenceId),
		studentsOf(db, familyId),
		wishesOf(db, conferenceId, familyId),
		appointmentsOf(db, conferenceId, familyId, conference.timeZone),
		familiesApart(db, familyId),
	]);
	const students = everyStudent.filter(({ id }) => !withdrawn.notSee.has(id));
	const wishes = everyWish.filter(({ student }) => !withdrawn.notBook.has(student));
	const appointments = everyAppointment
		.map((entry) => ({
			...entry,
			students: entry.students.filter((id) => !withdrawn.notSee.has(id)),
		}))
		.filter(({ students }) => students.length > 0);
	const others = await visitsApart(db, conferenceId, conference.timeZone, apart);
	const inPerson = new Set(places.filter(({ kind }) => kind === 'room').map(({ id }) => id));
	const isInPerson = ({ place }: { readonly place: string }) => inPerson.has(place);
	const states = seatStates(snapshot, claims, now);
	const wanted = new Set(wishes.flatMap(({ desks }) => desks));
	for (const { desk } of appointments) wanted.add(desk);
	const kept = slotsKeptApart(
		slots.filter((slot) => isInPerson(slot) && wanted.has(slot.desk)),
		everyAppointment.filter(isInPerson),
		others,
	);
	const closed = notBookable(conference, Infinity, now);
	const { id, address, name, words, timeZone, pauseMinutes, opensAt, closesAt } = conference;
	return {
		conference: { id, address, name, words, timeZone, pauseMinutes, opensAt, closesAt },
		phase: phaseOf(conference, dates, now),
		notBookable: closed === 'past' ? null : closed,
		family: familyId,
		students,
		desks: desks
			.filter(({ id }) => wanted.has(id))
			.map(({ id, number, name, subject }) => ({ id, number, name, subject })),
		places: places.map((place) => ({ ...place, key: placeKey(place) })),
		travel: travelBetween(places, walks, conference.switchMinutes),
		dates: [...new Set([...dates, ...appointments.map(({ date }) => date)])].sort(),
		wishes,
		slots: slots
			.filter(({ desk }) => wanted.has(desk))
			.map(({ id, desk, place, date, start, end }) => ({
				...{ id, desk, place, date, start, end },
				free: states.get(id) === 'free' && !kept.has(id),
			})),
		appointments,
	};
}

async function studentsOf(db: Reader, familyId: string): Promise<FamilyStudent[]> {
	const rows = await db
		.select({ student, label: homeLabel })
		.from(familyStudent)
		.innerJoin(student, eq(student.id, familyStudent.studentId))
		.where(and(eq(familyStudent.familyId, familyId), isNull(student.leftAt)))
		.orderBy(asc(student.id));
	return rows.map(({ student, label }) => ({
		id: student.id,
		name: student.givenName ?? fullName(student),
		classLabel: label ?? student.yearGroup,
	}));
}

async function wishesOf(db: Reader, conferenceId: string, familyId: string): Promise<FamilyWish[]> {
	const rows = await db
		.select({ wish, desk: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.innerJoin(desk, eq(desk.id, wishDesk.deskId))
		.where(and(eq(wish.conferenceId, conferenceId), eq(wish.familyId, familyId)))
		.orderBy(asc(wish.studentId), asc(desk.number), asc(wishDesk.rank));
	const served = await db
		.select({ id: appointmentWish.wishId })
		.from(appointmentWish)
		.innerJoin(appointment, eq(appointment.id, appointmentWish.appointmentId))
		.where(
			and(eq(appointment.familyId, familyId), inArray(appointment.standing, ['asked', 'booked'])),
		);
	const placed = new Set(served.map(({ id }) => id));
	return [...groupBy(rows, ({ wish }) => wish.id).values()].map((entries) => {
		const { id, studentId, weight, must, askedBy, optional } = entries[0]!.wish;
		return {
			id,
			student: studentId,
			desks: entries.map(({ desk }) => desk),
			weight,
			must,
			askedByTeacher: askedBy === 'teacher',
			optional,
			placed: placed.has(id),
		};
	});
}

async function appointmentsOf(
	db: Reader,
	conferenceId: string,
	familyId: string,
	timeZone: string,
): Promise<FamilyAppointment[]> {
	const rows = await db
		.select({ appointment, link: place.link, student: appointmentStudent.studentId })
		.from(appointment)
		.innerJoin(place, eq(place.id, appointment.placeId))
		.leftJoin(appointmentStudent, eq(appointmentStudent.appointmentId, appointment.id))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				eq(appointment.familyId, familyId),
				inArray(appointment.standing, ['asked', 'booked']),
			),
		)
		.orderBy(asc(appointment.startsAt));
	return [...groupBy(rows, ({ appointment }) => appointment.id).values()].map((entries) => {
		const { appointment, link } = entries[0]!;
		return {
			id: appointment.id,
			desk: appointment.deskId,
			place: appointment.placeId,
			link,
			date: localOf(appointment.startsAt, timeZone).date,
			start: appointment.startsAt,
			end: appointment.endsAt,
			students: entries.flatMap(({ student }) => student ?? []),
		};
	});
}
