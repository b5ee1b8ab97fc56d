/** The program's only source of the time, in milliseconds since 1970. */
export interface Clock {
	now(): number;
}

/**
 * A running clock. With `startAt` it shows that moment now and runs on from there, so that a demo or
 * a test can live on another day.
 */
export function runningClock(startAt?: number): Clock {
	const offset = startAt === undefined ? 0 : startAt - Date.now();
	return { now: () => Date.now() + offset };
}
