import { and, eq, inArray, isNull, ne } from 'drizzle-orm';
import type { AppointmentId } from '../../../core/ids';
import type { enquiryKinds } from '../../../core/visits/enquiry';
import type { Reader, Transaction } from '../../foundation/database/connect';
import {
	account,
	adult,
	appointment,
	enquiry,
	familyAdult,
	guest,
	hold,
} from '../../foundation/database/schema';
import { isAround } from '../../register/around';
import type { Tells } from '../../foundation/runner/consequences';
import {
	answeredEnquiry,
	concernedGuest,
	listedAdults,
	lostLinks,
	offeredHold,
	touchedAppointments,
	touchedFamilies,
} from './facts-of-acts';
import { appointmentsMoved, newAtDesks } from './desks-of-acts';
import type { Finding, Recipient } from './finding';
import { appointmentsLeft } from './hours-of-acts';
import { askedPeople, toldPeople } from './people-of-acts';

/** Who is told of an act. */
export async function recipientsOf(
	finding: Finding,
	{ whom }: Pick<Tells, 'whom'>,
): Promise<Recipient[]> {
	const { tx, act: done } = finding;
	switch (whom) {
		case 'family':
			return familiesConcerned(tx, done);
		case 'asker': {
			const id = answeredEnquiry(done.after);
			return enquiriesBy(tx, 'meeting', id === null ? [] : [id]);
		}
		case 'losers':
			return enquiriesBy(tx, 'lost-link', lostLinks(done.after));
		case 'listed':
			return listedAdults(done.after);
		case 'guest':
			return guestAt(tx, concernedGuest(done));
		case 'receivers':
			return toldPeople(finding);
		case 'asked-for':
			return askedPeople(finding);
		case 'guests':
			return guestsOf(tx, touchedAppointments(done));
		case 'desk-guests':
			return guestsOf(tx, await appointmentsMoved(finding));
		case 'visitors':
			return visitorsOf(tx, [
				...(await appointmentsMoved(finding)),
				...(await appointmentsLeft(finding)),
			]);
		case 'joined':
			return newAtDesks(finding);
		case 'office':
			return officeAsked(finding);
	}
}

async function familiesConcerned(tx: Transaction, done: Finding['act']): Promise<Recipient[]> {
	const touched = touchedFamilies(done);
	if (touched.length === 0) return adultsOf(tx, await familyOffered(tx, done.after));
	const adults = await Promise.all(touched.map((id) => adultsOf(tx, id)));
	return adults.flat();
}

/** The family that is offered something; `null` for nothing, or when that is there no more. */
async function familyOffered(tx: Transaction, after: unknown): Promise<string | null> {
	const id = offeredHold(after);
	if (id === null) return null;
	const [kept] = await tx.select().from(hold).where(eq(hold.id, id));
	return kept?.familyId ?? null;
}

/** The adults of a family; nobody of none. */
export async function adultsOf(tx: Reader, familyId: string | null): Promise<Recipient[]> {
	if (familyId === null) return [];
	const rows = await tx
		.select({ adultId: adult.id })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isAround(adult)))
		.where(eq(familyAdult.familyId, familyId))
		.orderBy(adult.id);
	return rows.map(({ adultId }) => ({ familyId, adultId }));
}

async function enquiriesBy(
	tx: Transaction,
	kind: (typeof enquiryKinds)[number],
	ids: readonly string[],
): Promise<Recipient[]> {
	if (ids.length === 0) return [];
	const rows = await tx
		.select({ familyId: enquiry.familyId, adultId: enquiry.adultId })
		.from(enquiry)
		.where(and(eq(enquiry.kind, kind), inArray(enquiry.id, [...ids])));
	return rows.flatMap(({ familyId, adultId }) => (adultId ? [{ familyId, adultId }] : []));
}

/** Who left no address is told by the family itself. */
async function guestAt(tx: Transaction, guestId: string | null): Promise<Recipient[]> {
	if (guestId === null) return [];
	const [row] = await tx
		.select({ familyId: appointment.familyId, email: guest.email })
		.from(guest)
		.innerJoin(appointment, eq(appointment.id, guest.appointmentId))
		.where(eq(guest.id, guestId));
	return row?.email ? [{ familyId: row.familyId, guestId }] : [];
}

/** Who is asked along to some appointments, and left an address. */
async function guestsOf(tx: Transaction, appointments: readonly string[]): Promise<Recipient[]> {
	if (appointments.length === 0) return [];
	const rows = await tx
		.select({ familyId: appointment.familyId, guestId: guest.id })
		.from(guest)
		.innerJoin(appointment, eq(appointment.id, guest.appointmentId))
		.where(
			and(
				inArray(appointment.id, appointments as AppointmentId[]),
				isNull(guest.withdrawnAt),
				ne(guest.email, ''),
			),
		)
		.orderBy(guest.id);
	return rows;
}

/** The adults of the families whose appointments they are. */
async function visitorsOf(
	tx: Transaction,
	appointments: readonly AppointmentId[],
): Promise<Recipient[]> {
	if (appointments.length === 0) return [];
	return tx
		.selectDistinct({ familyId: familyAdult.familyId, adultId: adult.id })
		.from(appointment)
		.innerJoin(familyAdult, eq(familyAdult.familyId, appointment.familyId))
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isAround(adult)))
		.where(inArray(appointment.id, [...appointments]))
		.orderBy(adult.id);
}

/** A lost link is seen to by the program; what families ask is for somebody to answer. */
async function officeAsked({ tx, act, telling }: Finding): Promise<Recipient[]> {
	if (!act.conferenceId || !telling?.rules.tellsQuestions) return [];
	return organisers(tx);
}

/** Organisers who want the office's messages. */
export async function organisers(tx: Reader): Promise<Recipient[]> {
	const rows = await tx
		.select({ accountId: account.id })
		.from(account)
		.where(
			and(eq(account.role, 'organiser'), isNull(account.withdrawnAt), eq(account.isTold, true)),
		)
		.orderBy(account.id);
	return rows;
}
