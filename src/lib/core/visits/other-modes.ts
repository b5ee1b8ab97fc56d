import { modeOf } from '../rules/places';
import type { Mode } from '../ways-to-meet';
import type { FamilyProjection, ShownAppointment } from './family-projection';

/** How else an appointment could be held at its own time: of the places of its slot. */
export function otherModes(
	view: Pick<FamilyProjection, 'slots' | 'places'>,
	{ place: own, slots: [first] }: Pick<ShownAppointment, 'place' | 'slots'>,
): Mode[] {
	const modeAt = (id: string): Mode[] => {
		const place = view.places.find((one) => one.id === id);
		return place ? [modeOf(place)] : [];
	};
	const slot = view.slots.find(({ id }) => id === first);
	const [now] = modeAt(own);
	return [...new Set((slot?.places ?? []).flatMap(modeAt))].filter((mode) => mode !== now);
}
