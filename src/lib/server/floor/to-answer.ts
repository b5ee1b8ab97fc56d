import { and, asc, eq, gt, inArray, isNull, lte } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import { MINUTE } from '../../core/time/local-of';
import type { AskedAppointment, EndingOffer, ToAnswer } from '../../operations/to-answer';
import type { App } from '../app';
import type { Database } from '../foundation/database/connect';
import {
	appointment,
	appointmentStudent,
	desk,
	deskProposal,
	family,
	hold,
	slot,
	student,
	takenSlot,
} from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { waitingNewcomers } from '../newcomers/waiting-newcomers';
import { countUndelivered } from '../notices/sending/undelivered';
import { fullName } from '../register/names';
import { waitingEnquiries } from '../visits/enquiries';
import { countToSettle } from './count-to-answer';

/** An offer that ends within so long is looked at; milliseconds. */
const SOON = 12 * 60 * MINUTE;

/** Everything that waits for the office at a conference, what waits longest first. */
export async function readToAnswer(
	{ db, clock }: Pick<App, 'db' | 'clock'>,
	actor: Actor,
	conferenceId: string,
): Promise<ToAnswer> {
	if (!may(actor, 'enquiry.answer')) throw new ForbiddenError();
	const [newcomers, enquiries, asked, offers, proposals, toSettle, undelivered] = await Promise.all(
		[
			waitingNewcomers({ db }, actor, conferenceId),
			waitingEnquiries({ db }, actor, conferenceId),
			askedFor(db, conferenceId),
			endingOffers(db, conferenceId, clock.now()),
			db
				.select({ id: deskProposal.id, desk: desk.name })
				.from(deskProposal)
				.innerJoin(desk, eq(desk.id, deskProposal.deskId))
				.where(and(eq(desk.conferenceId, conferenceId), isNull(deskProposal.settledAt)))
				.orderBy(asc(deskProposal.madeAt)),
			countToSettle(db, conferenceId),
			countUndelivered(db, conferenceId),
		],
	);
	return { newcomers, enquiries, asked, offers, elsewhere: { proposals, toSettle, undelivered } };
}

async function askedFor(db: Database, conferenceId: string): Promise<AskedAppointment[]> {
	const rows = await db
		.select({ appointment, desk: desk.name, label: family.label, slot })
		.from(appointment)
		.innerJoin(desk, eq(desk.id, appointment.deskId))
		.innerJoin(family, eq(family.id, appointment.familyId))
		.innerJoin(takenSlot, eq(takenSlot.appointmentId, appointment.id))
		.innerJoin(slot, and(eq(slot.id, takenSlot.slotId), eq(slot.startsAt, appointment.startsAt)))
		.where(and(eq(appointment.conferenceId, conferenceId), eq(appointment.standing, 'asked')))
		.orderBy(asc(appointment.answerBy), asc(appointment.id));
	if (rows.length === 0) return [];
	const students = await db
		.select({ id: appointmentStudent.appointmentId, student })
		.from(appointmentStudent)
		.innerJoin(student, eq(student.id, appointmentStudent.studentId))
		.where(
			inArray(
				appointmentStudent.appointmentId,
				rows.map((row) => row.appointment.id),
			),
		);
	const namesOf = groupBy(students, ({ id }) => id);
	return rows.map((row) => ({
		id: row.appointment.id,
		family: { id: row.appointment.familyId, label: row.label ?? '' },
		students: (namesOf.get(row.appointment.id) ?? []).map(({ student }) => fullName(student)),
		desk: row.desk,
		slot: row.slot.id,
		date: row.slot.localDate,
		start: row.appointment.startsAt,
		answerBy: row.appointment.answerBy,
	}));
}

async function endingOffers(
	db: Database,
	conferenceId: string,
	now: number,
): Promise<EndingOffer[]> {
	const rows = await db
		.select({
			id: hold.id,
			kind: hold.kind,
			until: hold.until,
			family: hold.familyId,
			label: family.label,
		})
		.from(hold)
		.innerJoin(family, eq(family.id, hold.familyId))
		.where(
			and(
				eq(hold.conferenceId, conferenceId),
				inArray(hold.kind, ['offer', 'waiting']),
				gt(hold.until, now),
				lte(hold.until, now + SOON),
			),
		)
		.orderBy(asc(hold.until));
	return rows.map(({ id, kind, until, family, label }) => ({
		id,
		kind: kind === 'waiting' ? 'waiting' : 'offer',
		until,
		family: { id: family, label: label ?? '' },
	}));
}
