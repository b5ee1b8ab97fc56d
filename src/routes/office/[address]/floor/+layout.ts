import type { Floor } from '$lib/operations/floor';
import { slotsOfText } from '$lib/operations/slots-as-text';
import type { LayoutLoad } from './$types';

export const load: LayoutLoad = ({ data }) => {
	const floor: Floor = {
		...data.floor,
		desks: data.floor.desks.map((desk) => ({ ...desk, slots: slotsOfText(desk.slots) })),
	};
	return { ...data, floor };
};
