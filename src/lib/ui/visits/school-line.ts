import { getContext, setContext } from 'svelte';
import { followSeats } from '../parts/live/live-seats.svelte';
import { ActOnce } from '../parts/saving/act-once.svelte';
import { perform } from '../parts/saving/ask-server';

/** How a family's page reaches the school: what it asks for, and what it hears of seats. */
export interface SchoolLine {
	readonly perform: typeof perform;
	readonly follow: typeof followSeats;
}

const SCHOOL: SchoolLine = { perform, follow: followSeats };
const KEY = Symbol('school line');

/** The line of the page that is being made: to the school, unless the page stands on a stage. */
export const schoolLine = (): SchoolLine => getContext<SchoolLine | undefined>(KEY) ?? SCHOOL;

/** Lets everything inside the component that is being made ask somebody else than the school. */
export const divertSchoolLine = (line: SchoolLine): SchoolLine => setContext(KEY, line);

/** A small act of a family, on the line of the page that is being made. */
export const familyAct = (around: {
	readonly family: () => string;
	readonly after: () => Promise<void>;
}): ActOnce => new ActOnce({ ...around, perform: schoolLine().perform });
