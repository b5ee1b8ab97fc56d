import { z } from 'zod/mini';
import { isTimeZone } from '../core/time/local-time';
import { zoneOf } from '../core/time/zone-cities';
import { says } from './sentence';

/** A zone of the IANA database. A city that is in one will do. */
export const timeZone = z.string().check(
	z.overwrite((typed) => zoneOf(typed) ?? typed),
	z.refine(isTimeZone, says('zone_unknown')),
);
