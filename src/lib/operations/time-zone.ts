import { z } from 'zod';
import { isTimeZone } from '../core/time/local-time';
import { zoneOf } from '../core/time/zone-cities';
import { says } from './sentence';

/** A zone of the IANA database. A city that is in one will do. */
export const timeZone = z
	.string()
	.overwrite((typed) => zoneOf(typed) ?? typed)
	.refine(isTimeZone, says('zone_unknown'));
