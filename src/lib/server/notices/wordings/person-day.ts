import { and, asc, eq, inArray } from 'drizzle-orm';
import { groupBy } from '../../../core/group-by';
import { localOf } from '../../../core/time/local-of';
import type { Seated } from '../../../operations/floor';
import type { App } from '../../app';
import { appointment, claim, desk, slot } from '../../foundation/database/schema';
import { readSeated } from '../../visits/read-seated';
import type { ConferenceTelling } from '../telling/telling';

/** One thing that a person has to do at a conference. */
export interface PersonTurn {
	readonly start: number;
	readonly end: number;
	readonly desk: string;
	/** The person interprets there, and does not receive. */
	readonly interprets: boolean;
	readonly seated: Seated;
}

/** Where a person has to be on a date, in order of time: what is booked or asked for. */
export async function personDay(
	{ db, config }: Pick<App, 'db' | 'config'>,
	{ id: conferenceId, zone }: Pick<ConferenceTelling, 'id' | 'zone'>,
	personId: string,
	date: string,
): Promise<PersonTurn[]> {
	const rows = await db
		.selectDistinct({ appointment, desk: desk.name, kind: claim.kind })
		.from(claim)
		.innerJoin(appointment, eq(appointment.id, claim.appointmentId))
		.innerJoin(desk, eq(desk.id, appointment.deskId))
		.where(
			and(
				eq(claim.thing, personId),
				inArray(claim.kind, ['person', 'interpreter']),
				eq(appointment.conferenceId, conferenceId),
			),
		)
		.orderBy(asc(appointment.startsAt));
	const own = rows.filter(({ appointment }) => localOf(appointment.startsAt, zone).date === date);
	if (own.length === 0) return [];
	const seated = groupBy(
		await readSeated(
			{ db, config },
			and(
				inArray(
					appointment.id,
					own.map(({ appointment }) => appointment.id),
				),
				eq(slot.startsAt, appointment.startsAt),
			)!,
		),
		(one) => one.appointment,
	);
	return own.flatMap(({ appointment: { id, startsAt, endsAt }, desk, kind }) => {
		const [first] = seated.get(id) ?? [];
		const interprets = kind === 'interpreter';
		return first ? [{ start: startsAt, end: endsAt, desk, interprets, seated: first }] : [];
	});
}
