import { bestVisit } from '../planner/best-visit';
import { MINUTE } from '../time/local-of';
import {
	familyVisitProblem,
	type FamilyProjection,
	type FamilySlot,
	type ShownAppointment,
	type ShownWish,
} from '../visits/family-projection';
import { familyRow } from '../visits/family-row';
import type { VisitConflict } from '../visits/settle-visit';
import type { WantedAppointment } from '../visits/wanted-appointment';
import type { TrialFacts } from './trial-facts';

/** What a wanted appointment would become, or what stands in the way. */
export type Placed =
	| { readonly made: ShownAppointment; readonly conflict?: never }
	| { readonly conflict: VisitConflict; readonly made?: never };

/** Gives a wanted appointment its place on a family's page, by the slots that are free to it. */
export function placeWanted(
	{ view, ...facts }: TrialFacts,
	wanted: WantedAppointment,
	id: string,
): Placed {
	const against = (conflict: Omit<VisitConflict, 'slot'>): Placed => ({
		conflict: { ...conflict, slot: wanted.slot } as VisitConflict,
	});
	const slots = new Map(view.slots.map((slot) => [slot.id, slot]));
	const first = slots.get(wanted.slot);
	const wishes = view.wishes.filter((wish) => wanted.wishes.includes(wish.id));
	if (!first || wishes.length === 0) return against({ code: 'taken' });
	if (wishes.some(({ placed }) => placed)) return against({ code: 'already-arranged' });
	const length = Math.max(...wishes.map((wish) => wish.length));
	const row = familyRow(slots, first, length);
	if (!row) return against({ code: 'too-short', length } as VisitConflict);
	if (!row.every(({ free }) => free)) return against({ code: 'taken' });
	const place = placeThatFits(view, wishes[0]!, { first, wanted });
	if (place === null) return against({ code: 'overlaps-own' });
	const desk = view.desks.find((one) => one.id === first.desk);
	return {
		made: {
			id,
			revision: 1,
			desk: first.desk,
			place,
			link: isVideo(view, place) ? (facts.reached[place] ?? null) : null,
			standing: desk?.asksFirst ? 'asked' : 'booked',
			date: first.date,
			start: first.start,
			end: row.at(-1)!.end,
			students: [...new Set(wishes.map(({ student }) => student))],
			adults: wanted.adults ?? view.adults.map((adult) => adult.id),
			along: wanted.students ?? [],
			guests: [],
			alsoThere: [],
			interpreter: interpreterOf(view, row, facts.interpreters),
			setBy: null,
			changeableUntil: first.start - facts.changeMinutes * MINUTE,
			slots: row.map((slot) => slot.id),
			wishes: wanted.wishes,
		},
	};
}

const isVideo = ({ places }: FamilyProjection, id: string): boolean =>
	places.find((place) => place.id === id)?.kind === 'video';

/** Where the rest of the visit and the limits leave room for it; `null`: nowhere. */
function placeThatFits(
	view: FamilyProjection,
	wish: ShownWish,
	{ first, wanted }: { readonly first: FamilySlot; readonly wanted: WantedAppointment },
): string | null {
	const modes = wanted.mode && [wanted.mode];
	const problem = familyVisitProblem(view, { wishes: [wish.id], modes });
	const slots = problem.slots.filter(({ id }) => id === first.id);
	const key = bestVisit({ ...problem, slots })?.placements[0]?.slot.place;
	const places = new Map(view.places.map((place) => [place.id, place.key]));
	return first.places.find((id) => places.get(id) === key) ?? null;
}

/** Who would interpret: somebody who is free from the first slot to the last. */
function interpreterOf(
	{ interpreted }: FamilyProjection,
	row: readonly FamilySlot[],
	names: readonly string[],
): string | null {
	if (!interpreted) return null;
	const one = row[0]!.interpreters.find((number) =>
		row.every(({ interpreters }) => interpreters.includes(number)),
	);
	return one === undefined ? null : (names[one] ?? null);
}
