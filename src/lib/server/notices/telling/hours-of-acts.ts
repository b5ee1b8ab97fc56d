import { and, eq, gt, inArray, isNotNull } from 'drizzle-orm';
import { z } from 'zod';
import type { AppointmentId, DeskId } from '../../../core/ids';
import { isSame } from '../../../core/merge/is-same';
import type { Reader } from '../../foundation/database/connect';
import { slot, takenSlot, appointment } from '../../foundation/database/schema';
import { changedDesks } from './desks-of-acts';
import type { ActFacts } from './facts-of-acts';
import type { Finding } from './finding';

/** What lays out a conference's days. */
const layout = z.object({
	timeZone: z.unknown(),
	hours: z.unknown(),
	weekly: z.unknown(),
	slotMinutes: z.unknown(),
	gapMinutes: z.unknown(),
	longGap: z.unknown(),
});

/** Whether an act gave a conference other hours. */
const hasOtherHours = ({ before, after }: ActFacts): boolean => {
	const [was, is] = [layout.safeParse(before).data, layout.safeParse(after).data];
	return was !== undefined && is !== undefined && !isSame(was, is);
};

/** The appointments ahead that lie outside the hours of their desk since an act changed those. */
export async function appointmentsLeft(finding: Finding): Promise<AppointmentId[]> {
	const { tx, clock, act } = finding;
	const ofDesks = changedDesks([act]).map(({ id }) => id as DeskId);
	const isOfConference = act.kind === 'conference.changed' && hasOtherHours(act);
	if (ofDesks.length === 0 && !isOfConference) return [];
	const rows = await tx
		.select({ id: appointment.id })
		.from(appointment)
		.where(
			and(
				isOfConference
					? eq(appointment.conferenceId, act.conferenceId!)
					: inArray(appointment.deskId, ofDesks),
				eq(appointment.stands, true),
				gt(appointment.startsAt, clock.now()),
			),
		);
	const left = await outsideHours(
		tx,
		rows.map(({ id }) => id),
	);
	return rows.map(({ id }) => id).filter((id) => left.has(id));
}

/** Those of some appointments that lie outside the hours of their desk. */
export async function outsideHours(
	db: Reader,
	appointments: readonly string[],
): Promise<ReadonlySet<string>> {
	if (appointments.length === 0) return new Set();
	const rows = await db
		.select({ id: takenSlot.appointmentId })
		.from(takenSlot)
		.innerJoin(slot, eq(slot.id, takenSlot.slotId))
		.where(
			and(
				inArray(takenSlot.appointmentId, [...appointments] as AppointmentId[]),
				isNotNull(slot.detachedAt),
			),
		);
	return new Set(rows.map(({ id }) => id));
}
