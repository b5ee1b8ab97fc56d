import type { SchoolColours } from '../../core/look/school-colours';

/** The school's colour for an element and all within it, in either theme. */
export const colourStyle = ({ hall, dusk }: SchoolColours): string =>
	`--school-hall:${hall};--school-dusk:${dusk}`;
