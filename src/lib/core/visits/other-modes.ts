import { modeOf } from '../rules/places';
import type { Mode } from '../ways-to-meet';
import type { FamilyProjection, ShownAppointment } from './family-projection';

/** How else an appointment could be held at its own time: of the places of its slot. */
export function otherModes(
	{ slots, places }: Pick<FamilyProjection, 'slots' | 'places'>,
	appointment: Pick<ShownAppointment, 'slots' | 'place'>,
): Mode[] {
	const modeAt = (id: string): Mode[] => {
		const place = places.find((one) => one.id === id);
		return place ? [modeOf(place)] : [];
	};
	const slot = slots.find(({ id }) => id === appointment.slots[0]);
	const [own] = modeAt(appointment.place);
	return [...new Set((slot?.places ?? []).flatMap(modeAt))].filter((mode) => mode !== own);
}
