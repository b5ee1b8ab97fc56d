import type { Travel } from './turn';
import type { BuildingWalk, Place } from './snapshot';

/** Video and telephone are one place: nobody walks between them. */
export const REMOTE = 'remote';

/** The planner's name for a place. */
export const placeKey = (place: Place): string => (place.kind === 'room' ? place.id : REMOTE);

/** Minutes between all places: on foot between buildings, the switch between a room and remote. */
export function travelBetween(
	places: readonly Place[],
	walks: readonly BuildingWalk[],
	switchMinutes: number,
): Travel[] {
	const minutes = (a: Place, b: Place): number =>
		walks.find(
			({ from, to }) =>
				(from === a.building && to === b.building) || (from === b.building && to === a.building),
		)?.minutes ?? 0;
	const rooms = places.filter(({ kind }) => kind === 'room');
	return [
		...rooms.map((room) => ({ from: room.id, to: REMOTE, minutes: switchMinutes })),
		...rooms.flatMap((a, index) =>
			rooms
				.slice(index + 1)
				.map((b) => ({ from: a.id, to: b.id, minutes: minutes(a, b) }))
				.filter((way) => way.minutes > 0),
		),
	];
}
