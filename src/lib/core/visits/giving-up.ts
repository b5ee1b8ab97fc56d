import { modeOf } from '../rules/places';
import type { FamilyLimits, FamilyProjection, ShownAppointment } from './family-projection';
import type { WantedAppointment } from './wanted-appointment';

/**
 * What a family could choose from if it gave some of its appointments up: their slots are free to it, their
 * wishes are open, and they count for no limit.
 */
export function givingUp(view: FamilyProjection, ids: readonly string[]): FamilyProjection {
	const given = view.appointments.filter(({ id }) => ids.includes(id));
	if (given.length === 0) return view;
	const slots = new Set(given.flatMap(({ slots }) => slots));
	const deskOf = new Map(given.flatMap(({ wishes, desk }) => wishes.map((id) => [id, desk])));
	return {
		...view,
		appointments: view.appointments.filter((entry) => !given.includes(entry)),
		slots: view.slots.map((slot) => (slots.has(slot.id) ? { ...slot, free: true } : slot)),
		wishes: view.wishes.map((wish) => {
			const desk = deskOf.get(wish.id);
			if (desk === undefined) return wish;
			return { ...wish, placed: false, openDesks: [...new Set([...wish.openDesks, desk])] };
		}),
		limits: given.reduce(withoutOne, view.limits),
	};
}

function withoutOne(
	limits: FamilyLimits,
	{ desk, date, students }: ShownAppointment,
): FamilyLimits {
	const more = (left: Readonly<Record<string, number>>, keys: readonly string[]) => ({
		...left,
		...Object.fromEntries(keys.flatMap((key) => (key in left ? [[key, left[key]! + 1]] : []))),
	});
	return {
		...limits,
		family: limits.family === null ? null : limits.family + 1,
		perStudent: more(limits.perStudent, students),
		perDeskDay: more(limits.perDeskDay, [`${desk}/${date}`]),
	};
}

/** An appointment as it would be asked for to stay just as it is. */
export function asItIs(view: FamilyProjection, entry: ShownAppointment): WantedAppointment {
	const place = view.places.find(({ id }) => id === entry.place);
	return {
		slot: entry.slots[0]!,
		wishes: entry.wishes,
		adults: entry.adults,
		students: entry.along,
		mode: place && modeOf(place),
	};
}
