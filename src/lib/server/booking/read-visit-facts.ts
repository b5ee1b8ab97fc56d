import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { Claim } from '../../core/conferences/snapshot';
import { groupBy } from '../../core/group-by';
import { localOf } from '../../core/time/local-time';
import type { StandingAppointment } from '../../core/visits/check-visit';
import type { Transaction } from '../database/connect';
import {
	adult,
	appointment,
	appointmentAdult,
	appointmentWish,
	claim,
	familyAdult,
	wish,
	wishDesk,
} from '../database/schema';
import { adultsWhoMayNotSee } from '../safety/withdrawn-rights';
import type { VisitRequest } from './book-visit';
import type { LockedAdult } from './lock-visit';

/** The adults of the family who come: all but those who may not see one of these students. */
export async function adultsOf(
	tx: Transaction,
	familyId: string,
	students: readonly string[],
): Promise<string[]> {
	const rows = await tx
		.select({ id: familyAdult.adultId })
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.where(eq(familyAdult.familyId, familyId));
	const excluded = await adultsWhoMayNotSee(tx, students);
	return rows.map(({ id }) => id).filter((id) => !excluded.has(id));
}

/** A wish of the family that books. */
export interface WishFacts {
	readonly id: string;
	readonly student: string;
	readonly desks: readonly string[];
}

/** The family's own wishes among those asked for. */
export async function readWishes(tx: Transaction, request: VisitRequest): Promise<WishFacts[]> {
	const ids = request.appointments.flatMap(({ wishes }) => wishes);
	const rows = await tx
		.select({ id: wish.id, student: wish.studentId, desk: wishDesk.deskId })
		.from(wish)
		.innerJoin(wishDesk, eq(wishDesk.wishId, wish.id))
		.where(
			and(
				inArray(wish.id, ids),
				eq(wish.familyId, request.familyId),
				eq(wish.conferenceId, request.conferenceId),
			),
		);
	return [...groupBy(rows, ({ id }) => id)].map(([id, desks]) => ({
		id,
		student: desks[0]!.student,
		desks: desks.map(({ desk }) => desk),
	}));
}

/** Those of the wishes that an appointment serves already. */
export async function servedWishes(
	tx: Transaction,
	wishes: readonly WishFacts[],
): Promise<Set<string>> {
	const rows = await tx
		.select({ id: appointmentWish.wishId })
		.from(appointmentWish)
		.innerJoin(appointment, eq(appointment.id, appointmentWish.appointmentId))
		.where(
			and(
				inArray(
					appointmentWish.wishId,
					wishes.map(({ id }) => id),
				),
				inArray(appointment.standing, ['asked', 'booked']),
			),
		);
	return new Set(rows.map(({ id }) => id));
}

/** What is taken of the things. */
export async function claimsOn(tx: Transaction, things: readonly string[]): Promise<Claim[]> {
	const rows = await tx
		.select({
			thing: claim.thing,
			start: claim.startsAt,
			end: claim.endsAt,
			occupancy: claim.occupancy,
		})
		.from(claim)
		.where(inArray(claim.thing, [...new Set(things)]));
	return rows.map((row) => ({ ...row, standing: 'booked' }));
}

/** What the adults have booked at the conference, with whichever of their families. */
export async function standingOf(
	tx: Transaction,
	conferenceId: string,
	timeZone: string,
	whose: { adults: readonly LockedAdult[]; keyOf: (place: string) => string },
): Promise<StandingAppointment[]> {
	const rows = await tx
		.selectDistinct({
			id: appointment.id,
			place: appointment.placeId,
			start: appointment.startsAt,
			end: appointment.endsAt,
		})
		.from(appointment)
		.innerJoin(appointmentAdult, eq(appointmentAdult.appointmentId, appointment.id))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.standing, ['asked', 'booked']),
				inArray(
					appointmentAdult.adultId,
					whose.adults.map(({ id }) => id),
				),
			),
		);
	return rows.map(({ place, start, end }) => ({
		date: localOf(start, timeZone).date,
		placeKey: whose.keyOf(place),
		start,
		end,
	}));
}
