import { and, eq, inArray } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { ForbiddenError } from '../foundation/forbidden';
import { appointment, family } from '../foundation/database/schema';
import { byName } from '../register/name-order';

/** The labels of the families that have an appointment at a conference, in order. */
export async function whoHasBooked(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
): Promise<string[]> {
	if (!may(actor, 'families.see')) throw new ForbiddenError();
	const booked = db
		.select({ id: appointment.familyId })
		.from(appointment)
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				inArray(appointment.standing, ['asked', 'booked']),
			),
		);
	const rows = await db
		.select({ label: family.label })
		.from(family)
		.where(inArray(family.id, booked))
		.orderBy(byName(family.label), family.id);
	return rows.map(({ label }) => label ?? '');
}
