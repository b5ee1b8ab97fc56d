import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { BookedToCheck } from '../../core/clashes/find-clashes';
import type { DeskPlan } from '../../core/desks/desk-plan';
import { receiversOn } from '../../core/desks/receivers';
import { may, type Actor } from '../../core/permissions/may';
import type { BoardRoom, BoardTeacher, DeskBoard } from '../../operations/desk-board';
import type { App } from '../app';
import { isWished } from '../visits/family-facts';
import { busyOf } from '../calendars/busy-of';
import { conferenceHours } from '../conferences/conference-hours';
import type { Reader } from '../foundation/database/connect';
import {
	appointment,
	appointmentAlong,
	building,
	calendar,
	conference,
	desk,
	family,
	invitation,
	person,
	place,
	slot,
	student,
	takenSlot,
	wish,
	wishDesk,
} from '../foundation/database/schema';
import { invitationLink } from '../invitations/links';
import { byName } from '../register/name-order';
import { fullName } from '../register/names';
import { ForbiddenError } from '../foundation/forbidden';
import { walksBetween } from '../rooms/walks';
import { loadPlans } from './load-plans';
import { openProposals } from './proposals';
import { secret } from '../foundation/secret-in-answer';
import { slotsToSettle } from './to-settle';

/** The desks of a conference with everything around them. */
export async function readDeskBoard(
	app: App,
	actor: Actor,
	conferenceId: string,
): Promise<DeskBoard> {
	if (!may(actor, 'conference.see')) throw new ForbiddenError();
	const { db, config } = app;
	const [facts] = await db.select().from(conference).where(eq(conference.id, conferenceId));
	if (!facts) throw new Error(`no conference ${conferenceId}`);
	const plans = await loadPlans(db, conferenceId);
	const persons = [
		...new Set(
			plans.flatMap(({ people, substitutes }) =>
				[...people, ...substitutes].map(({ person }) => person),
			),
		),
	];
	const [teachers, rooms, walks, busy, booked, brought, stepFree, toSettle, proposals, unread] =
		await Promise.all([
			readTeachers(app, may(actor, 'links.see')),
			readRooms(db),
			walksBetween(db),
			busyOf(db, facts, persons),
			readBooked(db, conferenceId, plans),
			readBrought(db, conferenceId),
			readStepFreeDesks(db, conferenceId),
			slotsToSettle({ db, config }, conferenceId),
			openProposals(db, conferenceId),
			readUnread(db, persons),
		]);
	return {
		version: facts.version,
		hours: conferenceHours(facts),
		timeZone: facts.timeZone,
		usualPlace: facts.usualPlace,
		hasVideoService: config.videoService !== null,
		plans,
		teachers,
		rooms,
		walks,
		busy,
		booked,
		brought,
		toSettle,
		proposals,
		unread,
		stepFreeDesks: stepFree,
	};
}

async function readTeachers(
	{ db, config }: Pick<App, 'db' | 'config'>,
	withLinks: boolean,
): Promise<BoardTeacher[]> {
	const rows = await db
		.select({ person, invitation })
		.from(person)
		.leftJoin(invitation, and(eq(invitation.personId, person.id), isNull(invitation.revokedAt)))
		.where(and(isNull(person.leftAt), eq(person.isTeacher, true)))
		.orderBy(byName(person.familyName), byName(person.givenName));
	// With their links and PINs, for laying a desk where its teacher usually is.
	return secret(rows).map(({ person, invitation }) => ({
		id: person.id,
		name: fullName(person),
		subject: person.subjects[0] ?? '',
		room: person.room ?? '',
		building: person.building ?? '',
		link: person.link ?? '',
		telephone: person.telephone ?? '',
		pin: person.pin ?? '',
		ownLink: withLinks && invitation ? invitationLink(config.origin, config.key, invitation) : null,
	}));
}

async function readRooms(db: Reader): Promise<BoardRoom[]> {
	const rows = await db
		.select({ place, building: building.name })
		.from(place)
		.leftJoin(building, eq(building.id, place.buildingId))
		.where(eq(place.kind, 'room'))
		.orderBy(byName(place.name));
	return rows.map(({ place, building }) => ({
		id: place.id,
		name: place.name,
		spaces: place.spaces,
		stepFree: place.stepFree,
		building: place.buildingId,
		buildingName: building ?? '',
	}));
}

async function readBooked(
	db: Reader,
	conferenceId: string,
	plans: readonly DeskPlan[],
): Promise<BookedToCheck[]> {
	const rows = await db
		.select({ slot, appointment, kind: place.kind, stepFree: family.stepFree })
		.from(appointment)
		.innerJoin(takenSlot, eq(takenSlot.appointmentId, appointment.id))
		.innerJoin(slot, eq(slot.id, takenSlot.slotId))
		.innerJoin(place, eq(place.id, appointment.placeId))
		.innerJoin(family, eq(family.id, appointment.familyId))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.standing, ['asked', 'booked']),
			),
		);
	const planOf = new Map(plans.map((plan) => [plan.id, plan]));
	return rows.flatMap(({ slot, appointment, kind, stepFree }) => {
		const plan = planOf.get(slot.deskId);
		if (!plan) return [];
		const { receiverId } = appointment;
		return {
			desk: slot.deskId,
			date: slot.localDate,
			start: slot.startsAt,
			end: slot.endsAt,
			persons: [...receiversOn(plan, slot.localDate).all, ...(receiverId ? [receiverId] : [])],
			room: kind === 'room' ? appointment.placeId : null,
			stepFree,
		};
	});
}

async function readBrought(db: Reader, conferenceId: string): Promise<DeskBoard['brought']> {
	const rows = await db
		.select({ slot, family: appointment.familyId, student })
		.from(appointmentAlong)
		.innerJoin(appointment, eq(appointment.id, appointmentAlong.appointmentId))
		.innerJoin(takenSlot, eq(takenSlot.appointmentId, appointment.id))
		.innerJoin(slot, eq(slot.id, takenSlot.slotId))
		.innerJoin(student, eq(student.id, appointmentAlong.studentId))
		.where(and(eq(appointment.conferenceId, conferenceId), eq(appointment.stands, true)));
	return rows.map(({ slot, family, student }) => ({
		student: student.id,
		name: fullName(student),
		family,
		desk: slot.deskId,
		date: slot.localDate,
		start: slot.startsAt,
		end: slot.endsAt,
	}));
}

async function readStepFreeDesks(db: Reader, conferenceId: string): Promise<string[]> {
	const rows = await db
		.selectDistinct({ id: wishDesk.deskId })
		.from(wishDesk)
		.innerJoin(wish, eq(wish.id, wishDesk.wishId))
		.innerJoin(family, eq(family.id, wish.familyId))
		.innerJoin(desk, eq(desk.id, wishDesk.deskId))
		.where(
			and(
				eq(wish.conferenceId, conferenceId),
				eq(wish.optional, false),
				isWished,
				eq(family.stepFree, true),
			),
		);
	return rows.map(({ id }) => id);
}

async function readUnread(
	db: Reader,
	persons: readonly string[],
): Promise<{ person: string; readAt: number | null }[]> {
	const rows = await db
		.select()
		.from(calendar)
		.where(inArray(calendar.personId, [...persons]));
	return rows
		.filter(({ failure }) => failure !== null)
		.map(({ personId, readAt }) => ({ person: personId, readAt }));
}
