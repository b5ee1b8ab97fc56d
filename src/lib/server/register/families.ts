import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { groupBy } from '../../core/group-by';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import {
	adult,
	appointment,
	appointmentWish,
	family,
	familyAdult,
	familyStudent,
	invitation,
	student,
	wish,
} from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { homeLabel } from './class-labels';
import { byName } from './name-order';
import { fullName } from './names';

/** A family as the office sees it at one conference. */
export interface FamilyLine {
	readonly id: string;
	readonly label: string;
	/** `isInvited`: there is a private link, which is asked for by itself (`adultsLink`). */
	readonly adults: readonly {
		readonly id: string;
		readonly name: string;
		readonly isInvited: boolean;
	}[];
	readonly students: readonly { readonly name: string; readonly classLabel: string }[];
	readonly wished: number;
	readonly placed: number;
	/** When the first and the last appointment are; `null` before anything is booked. */
	readonly visit: { readonly start: number; readonly end: number } | null;
}

/** All families with their links and how far they are with booking, by label. */
export async function listFamilies(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<FamilyLine[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const seesLinks = may(actor, 'links.see');
	const [families, adults, students, wishes, visits] = await Promise.all([
		db.select().from(family).where(isNull(family.leftAt)).orderBy(byName(family.label)),
		db
			.select({ familyId: familyAdult.familyId, adult, invitation: invitation.id })
			.from(familyAdult)
			.innerJoin(adult, eq(adult.id, familyAdult.adultId))
			.leftJoin(invitation, and(eq(invitation.adultId, adult.id), isNull(invitation.revokedAt)))
			.orderBy(asc(adult.id)),
		db
			.select({ familyId: familyStudent.familyId, student, label: homeLabel })
			.from(familyStudent)
			.innerJoin(student, eq(student.id, familyStudent.studentId))
			.orderBy(asc(student.id)),
		db
			.select({
				familyId: wish.familyId,
				wished: sql<number>`count(distinct ${wish.id}) filter (where (not ${wish.optional} and ${wish.droppedAt} is null) or ${appointment.id} is not null)::int`,
				placed: sql<number>`count(distinct ${wish.id}) filter (where ${appointment.id} is not null)::int`,
			})
			.from(wish)
			.leftJoin(appointmentWish, eq(appointmentWish.wishId, wish.id))
			.leftJoin(
				appointment,
				and(
					eq(appointment.id, appointmentWish.appointmentId),
					inArray(appointment.standing, ['asked', 'booked']),
				),
			)
			.where(eq(wish.conferenceId, conferenceId))
			.groupBy(wish.familyId),
		db
			.select({
				familyId: appointment.familyId,
				start: sql<string>`min(${appointment.startsAt})`,
				end: sql<string>`max(${appointment.endsAt})`,
			})
			.from(appointment)
			.where(
				and(
					eq(appointment.conferenceId, conferenceId),
					inArray(appointment.standing, ['asked', 'booked']),
				),
			)
			.groupBy(appointment.familyId),
	]);
	const adultsOf = groupBy(adults, ({ familyId }) => familyId);
	const studentsOf = groupBy(students, ({ familyId }) => familyId);
	const wishesOf = new Map(wishes.map((row) => [row.familyId, row]));
	const visitOf = new Map(visits.map((row) => [row.familyId, row]));
	return families.map(({ id, label }) => {
		const visit = visitOf.get(id);
		return {
			id,
			label: label ?? '',
			adults: (adultsOf.get(id) ?? []).map(({ adult, invitation }) => ({
				id: adult.id,
				name: fullName(adult),
				isInvited: seesLinks && invitation !== null,
			})),
			students: (studentsOf.get(id) ?? []).map(({ student, label }) => ({
				name: fullName(student),
				classLabel: label ?? student.yearGroup,
			})),
			wished: wishesOf.get(id)?.wished ?? 0,
			placed: wishesOf.get(id)?.placed ?? 0,
			visit: visit ? { start: Date.parse(visit.start), end: Date.parse(visit.end) } : null,
		};
	});
}
