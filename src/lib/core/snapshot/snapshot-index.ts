import { groupBy } from '../group-by';
import { slotsInARow, type SlotsInARow } from './slots-in-a-row';
import { turnMinutes, type TurnMinutes } from './turn';
import { busyAsClaims, claimsByThing, type ClaimsByThing } from './seat-state';
import type { ConferenceSnapshot, Desk, Place, Slot } from './snapshot';
import { travelBetween } from './ways';

/** What is looked up in a snapshot again and again. */
export interface SnapshotIndex {
	readonly desks: ReadonlyMap<string, Desk>;
	readonly places: ReadonlyMap<string, Place>;
	readonly slots: ReadonlyMap<string, Slot>;
	readonly slotsOfDesk: ReadonlyMap<string, readonly Slot[]>;
	/** What people have to do beside their desks. */
	readonly duties: ClaimsByThing;
	readonly inARow: SlotsInARow;
	/** Between all of its places, with the conference's pause. */
	readonly turn: TurnMinutes;
}

const known = new WeakMap<ConferenceSnapshot, SnapshotIndex>();

/** Made once for each snapshot, which never changes. */
export function indexOf(snapshot: ConferenceSnapshot): SnapshotIndex {
	let index = known.get(snapshot);
	if (!index) known.set(snapshot, (index = make(snapshot)));
	return index;
}

function make(snapshot: ConferenceSnapshot): SnapshotIndex {
	const { desks, places, slots, walks, conference, busy } = snapshot;
	return {
		desks: new Map(desks.map((desk) => [desk.id, desk])),
		places: new Map(places.map((place) => [place.id, place])),
		slots: new Map(slots.map((slot) => [slot.id, slot])),
		slotsOfDesk: groupBy(slots, ({ desk }) => desk),
		duties: claimsByThing(busyAsClaims(busy)),
		inARow: slotsInARow(slots),
		turn: turnMinutes({
			travel: travelBetween(places, walks, conference.switchMinutes),
			pause: conference.pauseMinutes,
		}),
	};
}
