import { and, eq, gt, inArray, sql } from 'drizzle-orm';
import { metAt } from '../../core/desks/named-substitutes';
import { may, type Actor } from '../../core/permissions/may';
import { seatStates } from '../../core/snapshot/seat-state';
import { indexOf } from '../../core/snapshot/snapshot-index';
import type { SeatDetail } from '../../operations/floor';
import type { App } from '../app';
import { loadSnapshot } from '../conferences/load-snapshot';
import { readClaimsAround } from '../conferences/read-claims';
import { substitutesOf } from '../desks/named-substitutes';
import { claim, hold, slot } from '../foundation/database/schema';
import { ForbiddenError } from '../foundation/forbidden';
import { familyView } from '../visits/family-view';
import { readSeated } from '../visits/read-seated';
import { candidatesFor } from './candidates-for';
import { labelsOf } from './labels-of';

/** A seat's sheet, or `null` when there is no such slot. */
export async function readSeat(
	app: Pick<App, 'db' | 'clock' | 'config'>,
	actor: Actor,
	conferenceId: string,
	slotId: string,
): Promise<SeatDetail | null> {
	if (!may(actor, 'floor.act')) throw new ForbiddenError();
	const { db, clock } = app;
	const snapshot = await loadSnapshot(db, conferenceId);
	const index = indexOf(snapshot);
	const known = index.slots.get(slotId);
	if (!known) return null;
	const desk = index.desks.get(known.desk)!;
	const now = clock.now();
	const id = known.id as typeof slot.$inferSelect.id;
	const [claims, seated, substitutes, kept, rows, candidates] = await Promise.all([
		readClaimsAround(db, conferenceId, now, [known]),
		readSeated(app, eq(slot.id, id)),
		substitutesOf(db, [desk]),
		db
			.select({ family: hold.familyId, kind: hold.kind, until: hold.until })
			.from(hold)
			.where(
				and(
					gt(hold.until, now),
					inArray(
						hold.id,
						db
							.select({ id: sql<string>`${claim.holdId}` })
							.from(claim)
							.where(and(eq(claim.occupancy, id), eq(claim.kind, 'desk'))),
					),
				),
			),
		db
			.select({ blockedAt: slot.blockedAt, reason: slot.blockedFor })
			.from(slot)
			.where(eq(slot.id, id)),
		candidatesFor(app, actor, { conferenceId, slot: slotId }),
	]);
	const labels = await labelsOf(
		db,
		kept.map(({ family }) => family),
	);
	const families = [...new Set(seated.map(({ family }) => family))];
	const visits = await Promise.all(
		families.map((family) => familyView(app, actor, conferenceId, family)),
	);
	const met = metAt({ name: desk.name, substitutes: substitutes.get(desk.id) ?? [] }, known.date);
	const sameDay = index.slotsOfDesk.get(desk.id)?.filter(({ date }) => date === known.date) ?? [];
	return {
		slot: known.id,
		desk: desk.id,
		name: met.name,
		subject: desk.subject,
		substitutes: met.substitutes,
		date: known.date,
		start: known.start,
		end: known.end,
		seats: known.seats,
		state: seatStates({ ...snapshot, slots: [known] }, claims, now).get(known.id)!,
		blockedFor: rows[0]?.blockedAt != null ? (rows[0].reason ?? '') : null,
		isLast: sameDay.every(({ start }) => start <= known.start),
		seated,
		visits,
		kept: kept.map((entry) => ({ ...entry, label: labels.get(entry.family) ?? '' })),
		candidates,
	};
}
