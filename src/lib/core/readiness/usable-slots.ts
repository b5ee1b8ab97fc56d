import { isRefusal } from '../rules/answer';
import { slotAnswer, type FamilyNeeds } from '../rules/slot-answer';
import { busyAsClaims, claimsByThing } from '../snapshot/seat-state';
import type { Claim, ConferenceSnapshot, Slot } from '../snapshot/snapshot';
import { indexOf } from '../snapshot/snapshot-index';
import { needsKey } from './family-needs';

/** Nobody's window and limits: what could be at all. */
const ANYBODY = { office: true, asked: false };
const NOTHING_CLOSED: ReadonlySet<string> = new Set();

/** The slots of a desk that a family with these needs could use at all. */
export type UsableSlots = (desk: string, needs: FamilyNeeds) => readonly Slot[];

/**
 * Which slots could be used by whom, by the rules that decide when a family books, with nothing taken
 * but what is given. Each desk is looked at once for all families with the same needs.
 */
export function usableSlots(
	snapshot: ConferenceSnapshot,
	claims: readonly Claim[],
	now: number,
): UsableSlots {
	const { desks, places, slotsOfDesk } = indexOf(snapshot);
	const { conference, interpreters } = snapshot;
	const taken = claimsByThing([...claims, ...busyAsClaims(snapshot.busy)]);
	const known = new Map<string, readonly Slot[]>();
	return (id, needs) => {
		const key = `${id}/${needsKey(needs)}`;
		const before = known.get(key);
		if (before) return before;
		const desk = desks.get(id)!;
		const facts = {
			conference,
			places,
			interpreters,
			needs,
			now,
			claims: taken,
			closed: NOTHING_CLOSED,
			booker: ANYBODY,
		};
		const usable = (slotsOfDesk.get(id) ?? []).filter(
			(slot) => !isRefusal(slotAnswer([slot], desk, facts)),
		);
		known.set(key, usable);
		return usable;
	};
}
