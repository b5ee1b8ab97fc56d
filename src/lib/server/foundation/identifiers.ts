import { v7 } from 'uuid';
import type { Clock } from './clock';

let latest = 0;
let sequence = 0;

/** A new UUIDv7, so that rows sort by the time of their making, also within a millisecond. */
export function newId(clock: Clock): string {
	const msecs = clock.now();
	sequence = msecs === latest ? sequence + 1 : 0;
	latest = msecs;
	return v7({ msecs, seq: sequence });
}
