import { and, eq, inArray } from 'drizzle-orm';
import { may, type Actor } from '../../core/permissions/may';
import type { App } from '../app';
import { appointment, desk } from '../foundation/database/schema';
import { readRights } from '../safety/read-rights';
import { ForbiddenError } from '../foundation/forbidden';
import { revisionOf } from './revision-of';
import { readAppointments } from './appointment-state';

/** An appointment of a family's that was cancelled or declined. Instants in milliseconds. */
export interface EndedAppointment {
	readonly id: string;
	readonly revision: number;
	readonly desk: string;
	readonly start: number;
	readonly end: number;
	/** Ids of those whom it was about. */
	readonly students: readonly string[];
}

/** What of a family's visit ended: calendars that know it must be told so. */
export async function endedAppointments(
	{ db }: Pick<App, 'db'>,
	actor: Actor,
	conferenceId: string,
	familyId: string,
): Promise<EndedAppointment[]> {
	if (!may(actor, 'visit.see', { family: familyId })) throw new ForbiddenError();
	const rows = await db
		.select({
			id: appointment.id,
			version: appointment.version,
			ofDesk: desk.version,
			desk: desk.name,
		})
		.from(appointment)
		.innerJoin(desk, eq(desk.id, appointment.deskId))
		.where(
			and(
				eq(appointment.conferenceId, conferenceId),
				eq(appointment.familyId, familyId),
				inArray(appointment.standing, ['cancelled', 'declined']),
			),
		);
	if (rows.length === 0) return [];
	const known = new Map(rows.map((row) => [row.id, row]));
	const has = await readRights(db, actor);
	const states = await readAppointments(db, [...known.keys()]);
	return states
		.filter(({ students }) =>
			has(
				'see',
				students.map(({ id }) => id),
			),
		)
		.map(({ id, start, end, students }) => {
			const row = known.get(id)!;
			const about = students.map((student) => student.id);
			return { id, revision: revisionOf(row), desk: row.desk, start, end, students: about };
		});
}
