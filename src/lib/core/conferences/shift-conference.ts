import { stretchesOf, type ConferenceHours, type DeskPlan, type When } from '../desks/desk-plan';
import type { Hours } from '../slots/hours';
import type { LocalDate } from '../time/local-of';

/** An earlier date's own new date; a date that is left out has none. */
export type DateShift = ReadonlyMap<LocalDate, LocalDate>;

/** The earlier dates, in order, on the new ones, in order; those that are too many on either side are left. */
export function shiftOf(earlier: readonly LocalDate[], chosen: readonly LocalDate[]): DateShift {
	const [from, to] = [[...new Set(earlier)].sort(), [...new Set(chosen)].sort()];
	return new Map(from.flatMap((date, index) => (to[index] ? [[date, to[index]]] : [])));
}

/** A conference's hours on new dates. Weekly hours become single dates: a term's rule is the old term's. */
export function shiftHours(
	conference: Pick<ConferenceHours, 'hours' | 'weekly'>,
	shift: DateShift,
): Hours[] {
	return stretchesOf(conference).flatMap(({ date, start, end }) => {
		const moved = shift.get(date);
		return moved ? [{ date: moved, start, end }] : [];
	});
}

/** A desk on new dates, as a desk of its own: new ids, and nobody's substitutes. */
export function shiftPlan(plan: DeskPlan, shift: DateShift, newId: () => string): DeskPlan {
	return {
		...plan,
		id: newId(),
		substitutes: [],
		rightHours: plan.rightHours.flatMap((hours) => {
			const date = shift.get(hours.date);
			return date ? [{ ...hours, date }] : [];
		}),
		series: plan.series.flatMap((series) => {
			const when = shiftWhen(series.when, shift);
			return when ? [{ ...series, id: newId(), when }] : [];
		}),
	};
}

function shiftWhen(when: When, shift: DateShift): When | null {
	switch (when.kind) {
		case 'once': {
			const date = shift.get(when.date);
			return date ? { ...when, date } : null;
		}
		case 'conference': {
			const only = when.only === null ? null : shift.get(when.only);
			if (only === undefined) return null;
			return { ...when, only, except: when.except.flatMap((date) => shift.get(date) ?? []) };
		}
		// The weeks of an old term say nothing of the new one.
		case 'weekly':
			return null;
	}
}
