import { modeOf, fittingPlaces } from '../rules/places';
import { placesOf, type FamilyNeeds } from '../rules/slot-answer';
import { interpretersFree } from '../rules/interpreters';
import { receiversOn } from '../desks/receivers';
import { busyAsClaims, claimsByThing } from '../snapshot/seat-state';
import type { ConferenceSnapshot, Slot } from '../snapshot/snapshot';
import { indexOf } from '../snapshot/snapshot-index';
import { wholeStretch } from '../snapshot/slots-in-a-row';
import { placeKey, travelBetween } from '../snapshot/ways';
import { MINUTE } from '../time/local-of';
import type { Minutes } from '../time/units';
import type { DeskId, WishId } from '../ids';
import type { FreeSlot, VisitLimits, VisitProblem } from '../planner/visit-problem';
import { needsKey } from './family-needs';
import type { WishedMeeting } from './readiness-facts';
import type { UsableSlots } from './usable-slots';

/** Makes the planner's problem of one family that has the whole conference to itself. */
export type VisitAlone = (
	wishes: readonly WishedMeeting[],
	needs: FamilyNeeds,
	limits?: VisitLimits,
) => VisitProblem;

/** Prepares the problems of many families; slots in a row are made once for all with the same needs. */
export function visitsAlone(snapshot: ConferenceSnapshot, usable: UsableSlots): VisitAlone {
	const { places, desks, inARow } = indexOf(snapshot);
	const { conference, interpreters, dates } = snapshot;
	const travel = travelBetween(snapshot.places, snapshot.walks, conference.switchMinutes);
	const duties = claimsByThing(busyAsClaims(snapshot.busy));
	const known = new Map<string, readonly FreeSlot[]>();

	function rowsOf(desk: string, length: number, needs: FamilyNeeds): readonly FreeSlot[] {
		const key = `${desk}/${length}/${needsKey(needs)}`;
		const before = known.get(key);
		if (before) return before;
		const own = usable(desk, needs);
		const free = new Set(own.map(({ id }) => id));
		const rows = own.flatMap((first) => {
			const row = inARow(first.id, length);
			const isWhole = row.length === length && row.every(({ id }) => free.has(id));
			return isWhole && isInterpreted(row, needs) ? asFreeSlots(row, length, needs) : [];
		});
		known.set(key, rows);
		return rows;
	}

	function isInterpreted(row: readonly Slot[], { interpreter }: FamilyNeeds): boolean {
		if (interpreter === null) return true;
		return (
			interpretersFree(interpreters, interpreter, wholeStretch(row), { claims: duties }).length > 0
		);
	}

	function asFreeSlots(row: readonly Slot[], length: number, needs: FamilyNeeds): FreeSlot[] {
		const first = row[0]!;
		const fitting = fittingPlaces(placesOf(first, places), { stepFree: needs.stepFree });
		const byKey = new Map(fitting.map((place) => [placeKey(place), place]));
		return [...byKey].map(([place, known]) => ({
			id: first.id,
			desk: first.desk as DeskId,
			place,
			mode: modeOf(known),
			length,
			date: dates.indexOf(first.date),
			start: (first.start / MINUTE) as Minutes,
			end: (row.at(-1)!.end / MINUTE) as Minutes,
			things: receiversOn(desks.get(first.desk)!, first.date).all,
		}));
	}

	return (wishes, needs, limits) => ({
		travel,
		limits,
		pause: conference.pauseMinutes,
		fixed: [],
		wishes: wishes.map(({ desks, student, length }, index) => ({
			id: String(index) as WishId,
			desks: desks as readonly DeskId[],
			weight: 1,
			must: false,
			student,
			length,
		})),
		slots: [
			...new Set(wishes.flatMap(({ desks, length }) => desks.map((desk) => `${length}/${desk}`))),
		].flatMap((key) => {
			const [length, desk] = key.split('/') as [string, string];
			return rowsOf(desk, Number(length), needs);
		}),
	});
}
