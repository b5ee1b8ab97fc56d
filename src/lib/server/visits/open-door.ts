import { eq } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { receiversOf } from './receives';
import { appointment, place } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { doorOf } from './door-of';

/**
 * The video link of an appointment that stands, for the office and for who receives there; `null` where there
 * is none.
 */
export async function doorOfAppointment(
	{ db, config }: Pick<App, 'db' | 'config'>,
	actor: Actor,
	appointmentId: string,
): Promise<string | null> {
	const [row] = await db
		.select({ place, appointment })
		.from(appointment)
		.innerJoin(place, eq(place.id, appointment.placeId))
		.where(eq(appointment.id, appointmentId));
	const isOffice = may(actor, 'floor.see');
	if (!isOffice && actor.kind !== 'teacher') throw new ForbiddenError();
	if (!row?.appointment.stands) return null;
	if (actor.kind === 'teacher' && !(await receiversOf(db, row.appointment)).includes(actor.person))
		throw new ForbiddenError();
	return doorOf(config, row.place, appointmentId);
}
