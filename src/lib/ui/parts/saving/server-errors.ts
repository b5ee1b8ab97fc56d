/** The server cannot be reached: what was asked may be asked again. */
export class OfflineError extends Error {
	override readonly name = 'OfflineError';
}

/** The server answered, and does not want it: asking again would not help. */
export class RefusedError extends Error {
	override readonly name = 'RefusedError';
}

/** The server has too much to do just now: it is worth asking again. */
export class BusyError extends Error {
	override readonly name = 'BusyError';
}

/** Something went wrong over there, or its answer is none. */
export class FailedError extends Error {
	override readonly name = 'FailedError';
}
