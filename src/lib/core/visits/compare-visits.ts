import type { Mode } from '../ways-to-meet';
import type { WantedAppointment } from './wanted-appointment';

/** An appointment that a family has, as far as a change of its visit is about it. */
export interface OwnAppointment {
	readonly id: string;
	readonly slots: readonly string[];
	readonly wishes: readonly string[];
	readonly adults: readonly string[];
	readonly along: readonly string[];
	/** How one meets, and of a pool with whom. */
	readonly mode: Mode;
	readonly receiver: string | null;
}

/** What has to happen so that a visit becomes another one. */
export interface VisitDifference {
	/** Appointments that are cancelled. */
	readonly ended: readonly string[];
	/** Appointments to make; one with an `id` moves. */
	readonly wanted: readonly (WantedAppointment & { readonly id?: string })[];
}

/**
 * The difference between the visit that a family has and the one that it wants. What is wanted as it
 * is stays untouched; one that serves a wish of an appointment that is not wanted any more moves it;
 * what nothing takes over is cancelled.
 */
export function compareVisits(
	own: readonly OwnAppointment[],
	wanted: readonly WantedAppointment[],
): VisitDifference {
	const left = new Map(own.map((entry) => [entry.id, entry]));
	const changed = wanted.filter((entry) => {
		const same = [...left.values()].find((known) => isAsWanted(known, entry));
		if (same) left.delete(same.id);
		return !same;
	});
	const moves = changed.map((entry) => {
		const moved = [...left.values()].find(({ wishes }) =>
			entry.wishes.some((wish) => wishes.includes(wish)),
		);
		if (!moved) return entry;
		left.delete(moved.id);
		return { ...entry, id: moved.id };
	});
	return { ended: [...left.keys()], wanted: moves };
}

/** Whether an appointment is just what is wanted. */
export function isAsWanted(
	own: OwnAppointment,
	{ mode, person, ...wanted }: WantedAppointment,
): boolean {
	return (
		own.slots[0] === wanted.slot &&
		(mode === undefined || mode === own.mode) &&
		(person === undefined || own.receiver === null || person === own.receiver) &&
		isSameSet(own.wishes, wanted.wishes) &&
		(wanted.adults === undefined || isSameSet(own.adults, wanted.adults)) &&
		(wanted.students === undefined || isSameSet(own.along, wanted.students))
	);
}

const isSameSet = (a: readonly string[], b: readonly string[]): boolean =>
	a.length === new Set(b).size && b.every((entry) => a.includes(entry));
