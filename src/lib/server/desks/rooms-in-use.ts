import type { LocalDate } from '../../core/time/local-of';
import { eq, inArray, isNotNull } from 'drizzle-orm';
import { sittingsOfPlan, type ConferenceHours, type DeskPlan } from '../../core/desks/desk-plan';
import { setSittings } from '../../core/desks/edit-plan';
import { groupBy } from '../../core/group-by';
import { isCrowded } from '../../core/rooms/is-crowded';
import { laterInstantOf } from '../../core/time/local-time';
import type { Stretch } from '../../core/time/stretch';
import type { Clock } from '../foundation/clock';
import type { Transaction } from '../foundation/database/connect';
import { place, sitting } from '../foundation/database/schema';
import { newId } from '../foundation/identifiers';
import { placesOfSeries } from './places';

/**
 * Plans in which desks that come to sit on a date because the conference does, do not take a room that is in
 * use then: on that date they have none, and somebody has to find them one. The first by number comes first.
 */
export async function withoutRoomsInUse(
	tx: Transaction,
	clock: Clock,
	plans: readonly DeskPlan[],
	conference: ConferenceHours,
	timeZone: string,
): Promise<DeskPlan[]> {
	const known = await tx
		.select()
		.from(sitting)
		.where(
			inArray(
				sitting.deskId,
				plans.map(({ id }) => id),
			),
		);
	const datesOf = groupBy(known, ({ deskId }) => deskId);
	const hasDate = (desk: string, date: LocalDate) =>
		(datesOf.get(desk) ?? []).some(({ localDate }) => localDate === date);
	const places = await placesOfSeries(
		tx,
		plans.flatMap(({ series }) => series.map(({ id }) => id)),
	);
	const roomOf = (series: string) =>
		places.get(series)?.find(({ planned }) => planned.kind === 'room')?.id ?? null;
	const rooms = new Map(
		(await tx.select().from(place).where(eq(place.kind, 'room'))).map((row) => [
			row.id,
			row.spaces,
		]),
	);
	const inUse = new Map<string, Stretch[]>();
	for (const row of await tx.select().from(sitting).where(isNotNull(sitting.roomId)))
		use(row.roomId!, { start: row.startsAt, end: row.endsAt });

	function use(room: string, stretch: Stretch) {
		inUse.set(room, [...(inUse.get(room) ?? []), stretch]);
	}
	const tools = { conference, newId: () => newId(clock) };
	return plans.map((plan) => {
		const following = new Set(
			plan.series.filter(({ when }) => when.kind === 'conference').map(({ id }) => id),
		);
		const homeless = sittingsOfPlan(plan, conference).filter(({ series, date, start, end }) => {
			const room = roomOf(series);
			if (!room || !following.has(series) || hasDate(plan.id, date)) return false;
			const stretch = {
				start: laterInstantOf(date, start, timeZone),
				end: laterInstantOf(date, end, timeZone),
			};
			if (isCrowded(inUse.get(room) ?? [], stretch, rooms.get(room) ?? 1)) return true;
			use(room, stretch);
			return false;
		});
		const bySeries = [...groupBy(homeless, ({ series }) => series).values()];
		return bySeries.reduce((current, own) => {
			const places = own[0]!.places.filter(({ kind }) => kind !== 'room');
			return setSittings(current, own, { places }, tools);
		}, plan);
	});
}
