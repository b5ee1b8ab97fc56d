import { and, eq, exists, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { comingStates } from '../../core/notices/kinds';
import { may, type Actor } from '../../core/permissions/may';
import { reachOf, type Reach } from '../../core/sharing/reach';
import type { App } from '../app';
import {
	adult,
	appointment,
	family,
	familyAdult,
	invitation,
	notice,
} from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { concernedFamilies } from '../notices/reaching/concerned-families';

/** How far word of a conference has come among the families that should meet somebody there. */
export async function readReach(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<Reach> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const booked = db
		.select({ one: sql`1` })
		.from(appointment)
		.where(
			and(
				eq(appointment.familyId, family.id),
				eq(appointment.conferenceId, conferenceId),
				eq(appointment.stands, true),
			),
		);
	const familiesRead = db
		.select({ id: family.id, hasBooked: sql<boolean>`${exists(booked)}` })
		.from(family)
		.where(and(isNull(family.leftAt), inArray(family.id, concernedFamilies(db, conferenceId))));
	const opened = db
		.select({ one: sql`1` })
		.from(invitation)
		.where(and(eq(invitation.adultId, adult.id), isNotNull(invitation.openedAt)));
	const written = db
		.select({ one: sql`1` })
		.from(notice)
		.where(
			and(
				eq(notice.adultId, adult.id),
				eq(notice.conferenceId, conferenceId),
				inArray(notice.kind, ['invited', 'not-booked']),
				inArray(notice.state, comingStates),
			),
		);
	const adultsRead = db
		.select({
			family: familyAdult.familyId,
			email: adult.email,
			emailRefused: adult.emailRefused,
			telephone: adult.telephone,
			channel: adult.channel,
			hasOpened: sql<boolean>`${exists(opened)}`,
			isWrittenTo: sql<boolean>`${exists(written)}`,
		})
		.from(familyAdult)
		.innerJoin(adult, and(eq(adult.id, familyAdult.adultId), isNull(adult.leftAt)))
		.where(inArray(familyAdult.familyId, concernedFamilies(db, conferenceId)));
	const [families, adults] = await Promise.all([familiesRead, adultsRead]);
	return reachOf(families, adults);
}
