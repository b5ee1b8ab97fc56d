/** The school's clock, as the page goes on from where it was read. */
export interface Clock {
	/** Milliseconds since 1970. */
	readonly now: () => number;
}
