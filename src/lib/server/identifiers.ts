import { v7 } from 'uuid';
import type { Clock } from './clock';

/** A new UUIDv7, so that rows sort by the time of their making. */
export const newId = (clock: Clock): string => v7({ msecs: clock.now() });
