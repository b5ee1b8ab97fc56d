import type { Mode } from '../ways-to-meet';
import {
	canDivide,
	familyVisitProblem,
	type FamilyProjection,
	type VisitChoice,
} from './family-projection';
import { MINUTE } from '../time/local-of';
import type { WantedAppointment } from './wanted-appointment';
import { asFixed } from '../planner/plan-visit';
import { suggestVisits, type Suggestion, type SuggestionName } from '../planner/suggest-visits';
import type { FreeSlot, Placement, VisitProblem } from '../planner/visit-problem';
import type { UnplacedWish } from '../planner/why-unplaced';

/** A planned appointment, ready to be asked for. Instants in milliseconds. */
export interface PlannedAppointment {
	readonly slot: string;
	readonly wishes: readonly string[];
	readonly desk: string;
	readonly start: number;
	readonly end: number;
	readonly mode: Mode;
	/** Who comes, where the adults divide. */
	readonly adults?: readonly string[];
}

export interface PlannedVisit {
	readonly name: SuggestionName;
	readonly appointments: readonly PlannedAppointment[];
	/** Minutes. */
	readonly waiting: number;
	readonly unmet: readonly UnplacedWish[];
}

/** Whole visits for a family to choose from, the best first. */
export function suggestFor(view: FamilyProjection, choice: VisitChoice): PlannedVisit[] {
	const problem = familyVisitProblem(view, choice);
	const mayDivide = (choice.split ?? false) && canDivide(view);
	return suggestVisits(problem, { mayDivide }).suggestions.map((suggestion) =>
		plannedVisit(view, suggestion, []),
	);
}

/**
 * Fresh plans when some slots of a wanted visit are gone: with all that is still free kept, and where
 * that leaves nothing to choose from, for all of its wishes anew. What is kept is part of each plan.
 */
export function plansKeeping(
	view: FamilyProjection,
	wanted: readonly WantedAppointment[],
	gone: ReadonlySet<string>,
): PlannedVisit[] {
	const wishes = wanted.flatMap((entry) => entry.wishes);
	const whole = familyVisitProblem(view, { wishes });
	const kept = wanted
		.filter(({ slot }) => !gone.has(slot))
		.flatMap((entry) => placementOf(whole, entry));
	const left = wanted.filter(({ slot }) => gone.has(slot)).flatMap((entry) => entry.wishes);
	const around = familyVisitProblem(view, { wishes: left });
	const plans = suggestVisits({ ...around, fixed: [...around.fixed, ...kept.map(asFixed)] });
	if (plans.suggestions.length)
		return plans.suggestions.map((suggestion) => plannedVisit(view, suggestion, kept));
	return suggestVisits(whole).suggestions.map((suggestion) => plannedVisit(view, suggestion, []));
}

/** A wanted appointment as the planner would place it; none when its slot is not free. */
function placementOf({ slots, wishes }: VisitProblem, wanted: WantedAppointment): Placement[] {
	const wish = wishes.find(({ id }) => id === wanted.wishes[0]);
	const slot = slots.find(
		({ id, mode, length }) =>
			id === wanted.slot &&
			length === wish?.length &&
			(wanted.mode === undefined || wanted.mode === mode),
	);
	return wish && slot ? [{ wish: wish.id, slot }] : [];
}

function plannedVisit(
	view: FamilyProjection,
	{ name, visit, unplaced }: Suggestion,
	kept: readonly Placement[],
): PlannedVisit {
	const placements = [...kept, ...visit.placements].sort((a, b) => a.slot.start - b.slot.start);
	return {
		name,
		waiting: visit.waiting,
		unmet: unplaced,
		appointments: placements.map(({ wish, slot, adult }) => ({
			slot: slot.id,
			wishes: [wish],
			desk: slot.desk,
			mode: modeAt(slot),
			start: slot.start * MINUTE,
			end: slot.end * MINUTE,
			adults: adult === undefined ? undefined : [view.adults[adult]!.id],
		})),
	};
}

const modeAt = ({ mode = 'in-person' }: FreeSlot): Mode => mode;
